import type { ScenarioResult } from '@ombrik/core/circuit/scenarios';
import type { Id } from '@ombrik/core/document/basics';
import type { Item } from '@ombrik/core/document/item/item';
import type { Part } from '@ombrik/core/document/part/part';
import type { Dossier } from '@ombrik/core/dossier';
import { amps } from '../../ui/format.ts';

/** What stands under a sign: the fuse in a holder, what a battery gives or takes and by how much beside its share. */
export function undersOf(
  sizing: Dossier['sizing'],
  scenario: Pick<ScenarioResult, 'batteries'> | null,
  items: ReadonlyMap<Id, Item>,
  parts: ReadonlyMap<Id, Part>,
): Map<Id, string> {
  const rated = new Map<string, string>();
  for (const s of sizing.seats) {
    const one = items.get(s.itemId);
    const part = one && parts.get(one.partId);
    if (!s.spare && s.ratingA !== null && part?.kind === 'fuseHolder') rated.set(s.itemId, amps(s.ratingA));
  }
  const uneven = sizing.bank.length > 1;
  for (const b of scenario?.batteries ?? []) {
    if (Math.abs(b.currentA) < 0.01) continue;
    const share = sizing.bank.find((x) => x.itemId === b.itemId);
    const off = b.currentA < 0 ? share?.chargeOff : share?.dischargeOff;
    const words =
      uneven && off !== undefined && Math.abs(off) > 0.005 ? ` (${off > 0 ? '+' : ''}${Math.round(off * 100)} %)` : '';
    rated.set(b.itemId, `${b.currentA < 0 ? 'in' : 'out'} ${amps(Math.abs(b.currentA))}${words}`);
  }
  return rated;
}
