import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { useState } from 'react';
import { fieldUnit } from '../../told/fieldUnit.ts';

/** Crimps of a cable that are pulled, what each stood as it is typed, and which let go too early. */
export function usePulls(cable: MadeCable) {
  const [typed, setTyped] = useState<Record<string, string>>({});
  const due = cable.cores.flatMap((c) =>
    (['from', 'to'] as const).flatMap((side) => {
      const pull = c[side].crimp?.pull;
      return pull ? [{ id: `${c.coreId}/${side}`, at: c[side].at, pull }] : [];
    }),
  );
  const text = (id: string) => typed[id] ?? '';
  const readings = due.map((d) => fieldUnit('N').kept(text(d.id)));
  const readAll = due.every((d, i) => text(d.id).trim() !== '' && Number.isFinite(readings[i]) && readings[i]! >= 0);
  const tooWeak = readAll ? due.filter((d, i) => readings[i]! < d.pull.forceN) : [];
  return {
    due,
    readings,
    text,
    type: (id: string, value: string) => setTyped({ ...typed, [id]: value }),
    tooWeak,
    stood: readAll && tooWeak.length === 0,
  };
}
export type Pulls = ReturnType<typeof usePulls>;
