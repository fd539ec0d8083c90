import type { PointMm } from '../../document/basics.ts';
import { CLIP_SPACING } from '../../tables/layoutPractice.ts';
import { type Bend, strokesOf } from './dress.ts';
import type { LaidPath } from './lengths.ts';

/**
 * How far apart a cable of a diameter is clipped, mm.
 * @example
 * clipSpacingMm(8); // 200
 */
export const clipSpacingMm = (diameterMm: number): number => CLIP_SPACING.find(([upTo]) => diameterMm <= upTo)![1];

interface At {
  /** From the start of the first path, mm along the cable. */
  atMm: number;
  point: PointMm;
  face: 'front' | 'back';
}
export type Mark = At &
  (
    | { kind: 'clip' | 'hole' }
    /** `atMm` is where it begins to bend; seen on the face it lies on. */
    | { kind: 'bend'; way: 'left' | 'right'; angleDeg: number; radiusMm: number }
  );

/** Nearer than this to an end or a bend no clip is set, mm. Common practice, no source. */
const FREE_END_MM = 40;

const bendAt = (bend: Bend, beforeMm: number, face: At['face']): Mark => ({
  kind: 'bend',
  atMm: beforeMm + bend.atMm,
  point: bend.corner,
  face,
  way: bend.turnDeg > 0 === (face === 'front') ? 'right' : 'left',
  angleDeg: Math.abs(bend.turnDeg),
  radiusMm: bend.radiusMm,
});

/**
 * Where a cable is clipped, bent and passes through, in order along it.
 * @example
 * marksAlong([], 8); // []
 */
export function marksAlong(paths: readonly LaidPath[], diameterMm: number): Mark[] {
  const spacing = clipSpacingMm(diameterMm);
  const marks: Mark[] = [];
  let beforeMm = 0;
  paths.forEach((path, n) => {
    const { points, bends, face } = path;
    if (n > 0 && points[0]) marks.push({ kind: 'hole', atMm: beforeMm, point: points[0], face });
    let alongMm = beforeMm;
    for (const stroke of strokesOf(path)) {
      const { from: a, to: b } = stroke;
      if (stroke.kind === 'arc') {
        alongMm += stroke.radiusMm * Math.abs(stroke.turnDeg) * (Math.PI / 180);
        continue;
      }
      const length = Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm);
      const count = Math.max(length > 2 * FREE_END_MM ? 1 : 0, Math.ceil((length - 2 * FREE_END_MM) / spacing));
      for (let k = 1; k <= count; k++) {
        const t = k / (count + 1);
        marks.push({
          kind: 'clip',
          atMm: alongMm + length * t,
          point: { xMm: a.xMm + (b.xMm - a.xMm) * t, yMm: a.yMm + (b.yMm - a.yMm) * t },
          face,
        });
      }
      alongMm += length;
    }
    marks.push(...bends.map((bend) => bendAt(bend, beforeMm, face)));
    beforeMm += path.lengthMm;
  });
  return marks.sort((a, b) => a.atMm - b.atMm);
}

/**
 * The bends of a cable in words to make it by.
 * @example
 * bendWords([]); // ''
 */
export function bendWords(marks: readonly Mark[]): string {
  return marks
    .flatMap((m) =>
      m.kind === 'bend'
        ? [
            `bend ${m.way}${Math.abs(m.angleDeg - 90) < 1 ? '' : ` ${Math.round(m.angleDeg)}°`} at ${Math.round(m.atMm)}, radius ${Math.round(m.radiusMm)}`,
          ]
        : [],
    )
    .join('; ');
}
