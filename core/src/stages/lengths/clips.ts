import type { PointMm } from '../../document/basics.ts';
import { CLIP_SPACING } from '../../tables/layoutPractice.ts';
import type { CablePath } from './geometry.ts';

/**
 * How far apart a cable of a diameter is clipped, mm.
 * @example
 * clipSpacingMm(8); // 200
 */
export const clipSpacingMm = (diameterMm: number): number => CLIP_SPACING.find(([upTo]) => diameterMm <= upTo)![1];

export interface Mark {
  kind: 'clip' | 'bend' | 'hole';
  /** From the start of the first path, mm along the cable. */
  atMm: number;
  point: PointMm;
  face: 'front' | 'back';
}

/** Nearer than this to an end or a bend no clip is set, mm. Common practice, no source. */
const FREE_END_MM = 40;

/**
 * Where a cable is clipped, bent and passes through, in order along it.
 * @example
 * marksAlong([], 8); // []
 */
export function marksAlong(paths: readonly CablePath[], diameterMm: number): Mark[] {
  const spacing = clipSpacingMm(diameterMm);
  const marks: Mark[] = [];
  let before = 0;
  paths.forEach((path, n) => {
    const { points, face } = path;
    if (n > 0 && points[0]) marks.push({ kind: 'hole', atMm: before, point: points[0], face });
    let along = before;
    points.forEach((b, i) => {
      const a = points[i - 1];
      if (!a) return;
      const length = Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm);
      const last = i === points.length - 1;
      const count = Math.max(length > 2 * FREE_END_MM ? 1 : 0, Math.ceil((length - 2 * FREE_END_MM) / spacing));
      for (let k = 1; k <= count; k++) {
        const t = k / (count + 1);
        marks.push({
          kind: 'clip',
          atMm: along + length * t,
          point: { xMm: a.xMm + (b.xMm - a.xMm) * t, yMm: a.yMm + (b.yMm - a.yMm) * t },
          face,
        });
      }
      along += length;
      const c = points[i + 1];
      const turns = c && Math.abs((b.xMm - a.xMm) * (c.yMm - b.yMm) - (b.yMm - a.yMm) * (c.xMm - b.xMm)) > 1e-3;
      if (!last && turns) marks.push({ kind: 'bend', atMm: along, point: b, face });
    });
    before = along;
  });
  return marks;
}
