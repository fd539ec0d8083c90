import type { Id } from '@ombrik/core/document/basics';
import { placeTags, spotsAlong, spotsAround, type TagWish } from '@ombrik/core/drawing/placeTags';
import { strokesOf } from '@ombrik/core/stages/lengths/dress';
import { itemRect, onPanel } from '@ombrik/core/stages/lengths/geometry';
import { useMemo } from 'react';
import { useJob } from '../../session/useJob.ts';
import { type BoardView, rectSeen, seenBy } from './boardView.ts';
import type { DrawnCable } from './useDrawnCables.ts';

export interface Tag {
  id: Id;
  kind: 'item' | 'cable';
  text: string;
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
}

/** Width of a letter of the label face, and of the figures' face, over the size of the lettering. */
const LETTER = { item: 0.52, cable: 0.62 } as const;
const SIZE_PX = { item: 13, cable: 12 } as const;
/** Room a terminal keeps free of names, mm. */
const TERMINAL_MM = 6;

/** What is marked behind a designation: held, in a group, on spacers, judged. */
const signsOf = (item: { held: boolean; groupId: Id | null; standOffMm: number }, stop: boolean): string =>
  [item.held && ' ⚲', item.groupId && ' ∷', item.standOffMm > 0 && ` ↥${item.standOffMm}`, stop && ' ▲']
    .filter(Boolean)
    .join('');

/** Where the names of parts and wires stand on the face that is seen: none over another, none over a terminal. */
export function useTags(view: BoardView, drawn: readonly DrawnCable[], chosenCable: Id | null, mmPerPx: number): Tag[] {
  const { shown, parts, dossier } = useJob();
  const { panel, face } = view;
  return useMemo(() => {
    const seen = seenBy({ panel, face });
    const stops = new Set(dossier.findings.filter((f) => f.severity === 'stop').flatMap((f) => f.where.itemIds));
    const keep: { xMm: number; yMm: number; halfMm: number }[] = [];
    const said = new Map<string, Pick<Tag, 'kind' | 'text' | 'widthMm' | 'heightMm'>>();
    const wishes: TagWish[] = [];
    const wish = (
      kind: Tag['kind'],
      id: Id,
      text: string,
      spots: TagWish['spots'] | ((w: number, h: number) => TagWish['spots']),
      must: boolean,
    ) => {
      const widthMm = (text.length * SIZE_PX[kind] * LETTER[kind] + 7) * mmPerPx;
      const heightMm = (SIZE_PX[kind] + 4) * mmPerPx;
      said.set(`${kind} ${id}`, { kind, text, widthMm, heightMm });
      wishes.push({
        id: `${kind} ${id}`,
        widthMm,
        heightMm,
        spots: typeof spots === 'function' ? spots(widthMm, heightMm) : spots,
        must,
      });
    };
    for (const item of shown.items) {
      const part = parts.get(item.partId);
      if (!part || item.place.kind !== 'panel' || item.place.panelId !== panel.id || item.place.face !== face) continue;
      for (const t of part.terminals) keep.push({ ...seen(onPanel(item, t)!), halfMm: TERMINAL_MM });
      const rect = rectSeen({ panel, face }, itemRect(item, part)!);
      wish(
        'item',
        item.id,
        item.designation + signsOf(item, stops.has(item.id)),
        (w, h) => spotsAround(rect, w, h),
        true,
      );
    }
    const order = [...drawn].sort(
      (a, b) =>
        Number(b.cable.cableId === chosenCable) - Number(a.cable.cableId === chosenCable) ||
        b.cable.areaMm2 - a.cable.areaMm2,
    );
    for (const { cable, paths } of order) {
      const lines = paths.flatMap((p) => strokesOf(p).filter((s) => s.kind === 'line'));
      if (lines.length === 0) continue;
      const chosen = cable.cableId === chosenCable;
      wish(
        'cable',
        cable.cableId,
        chosen ? `${cable.designation} ${cable.areaMm2}²` : cable.designation,
        spotsAlong(lines),
        chosen,
      );
    }
    const at = placeTags(wishes, keep);
    return wishes.flatMap((w): Tag[] => {
      const spot = at.get(w.id);
      return spot ? [{ ...said.get(w.id)!, ...spot, id: w.id.slice(w.id.indexOf(' ') + 1) }] : [];
    });
  }, [shown.items, parts, dossier.findings, drawn, chosenCable, mmPerPx, panel, face]);
}
