import type { Id } from '@ombrik/core/document/basics';
import type { LaidPath } from '@ombrik/core/stages/lengths/lengths';
import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';

export interface Tag {
  xMm: number;
  yMm: number;
  widthMm: number;
  text: string;
}

/**
 * Places each cable's name on the longest of its spans where it covers no other name. The chosen cable goes first
 * and always finds a place; a name with no room is left out and shows when its cable is chosen.
 */
export function cableTags(
  cables: readonly { cable: MadeCable; paths: readonly LaidPath[] }[],
  chosenId: Id | null,
  mmPerPx: number,
): Map<Id, Tag> {
  const placed: Tag[] = [];
  const tags = new Map<Id, Tag>();
  const order = [...cables].sort(
    (a, b) =>
      Number(b.cable.cableId === chosenId) - Number(a.cable.cableId === chosenId) || b.cable.areaMm2 - a.cable.areaMm2,
  );
  for (const { cable, paths } of order) {
    const chosen = cable.cableId === chosenId;
    const text = chosen ? `${cable.designation} ${cable.areaMm2}²` : cable.designation;
    const widthMm = (text.length * 7.4 + 6) * mmPerPx;
    const heightMm = 16 * mmPerPx;
    const points = paths.find((p) => p.points.length > 1)?.points ?? [];
    const spans = points
      .slice(1)
      .map((b, i) => ({ a: points[i]!, b, lengthMm: Math.hypot(b.xMm - points[i]!.xMm, b.yMm - points[i]!.yMm) }))
      .sort((p, q) => q.lengthMm - p.lengthMm);
    const spots = spans.flatMap(({ a, b }) =>
      [0.5, 0.3, 0.7].map((t) => ({
        xMm: a.xMm + (b.xMm - a.xMm) * t,
        yMm: a.yMm + (b.yMm - a.yMm) * t,
        widthMm,
        text,
      })),
    );
    const free = spots.find((s) =>
      placed.every((o) => Math.abs(o.xMm - s.xMm) > (o.widthMm + s.widthMm) / 2 || Math.abs(o.yMm - s.yMm) > heightMm),
    );
    const tag = free ?? (chosen ? spots[0] : undefined);
    if (!tag) continue;
    placed.push(tag);
    tags.set(cable.cableId, tag);
  }
  return tags;
}
