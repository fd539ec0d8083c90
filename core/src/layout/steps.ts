import type { PointMm } from '../document/basics.ts';

/** Stretches that differ less from a right angle count as square. */
const SQUARE = 1e-3;

/**
 * How far along a way an S of two equal arcs goes for a step aside, mm.
 * Source: geometry of two arcs of one radius that touch: aside = 2 r (1 − cos θ), along = 2 r sin θ.
 * @example
 * stepAlongMm(40, 10).toFixed(0); // '39'
 */
export function stepAlongMm(centreRadiusMm: number, asideMm: number): number {
  const cos = Math.max(0, 1 - asideMm / (2 * centreRadiusMm));
  return 2 * centreRadiusMm * Math.sqrt(1 - cos * cos);
}

/**
 * A right-angled way with its small steps aside drawn out into slanting ones, which two arcs of the radius follow in an S:
 * for a step of less than two radii there is no room for two square turns.
 * @param straightMm what stays straight at either end
 * @example
 * softened([{ xMm: 0, yMm: 0 }, { xMm: 90, yMm: 0 }], 40, [0, 0]).length; // 2
 */
export function softened(
  points: readonly PointMm[],
  centreRadiusMm: number,
  straightMm: readonly [from: number, to: number],
): PointMm[] {
  const soft = [...points];
  const last = soft.length - 1;
  for (let i = 1; i + 1 < last; i++) {
    const [p, a, b, q] = [soft[i - 1]!, soft[i]!, soft[i + 1]!, soft[i + 2]!];
    const asideMm = Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm);
    if (asideMm >= 2 * centreRadiusMm - SQUARE) continue;
    const [beforeMm, afterMm] = [Math.hypot(a.xMm - p.xMm, a.yMm - p.yMm), Math.hypot(q.xMm - b.xMm, q.yMm - b.yMm)];
    if (beforeMm < SQUARE || afterMm < SQUARE) continue;
    const [ux, uy] = [(a.xMm - p.xMm) / beforeMm, (a.yMm - p.yMm) / beforeMm];
    const along = ((q.xMm - b.xMm) * ux + (q.yMm - b.yMm) * uy) / afterMm;
    const square = Math.abs((b.xMm - a.xMm) * ux + (b.yMm - a.yMm) * uy) < SQUARE * Math.max(1, asideMm);
    // Only where it goes on as it came, and steps square aside.
    if (along < 1 - SQUARE || !square) continue;
    const cos = 1 - asideMm / (2 * centreRadiusMm);
    const angle = Math.acos(cos);
    const slantMm = centreRadiusMm * Math.tan(angle / 2);
    const needMm = centreRadiusMm * Math.sin(angle);
    // Where one side is short of room and the other has some to spare, the whole step moves over.
    const spare = (mm: number, end: number | null) => mm - needMm - (end ?? centreRadiusMm);
    const [spareBefore, spareAfter] = [
      spare(beforeMm, i === 1 ? straightMm[0] : null),
      spare(afterMm, i + 2 === last ? straightMm[1] : null),
    ];
    let over = 0;
    if (spareBefore < 0 && spareAfter > 0) over = Math.min(-spareBefore, spareAfter);
    else if (spareAfter < 0 && spareBefore > 0) over = -Math.min(-spareAfter, spareBefore);
    const half = slantMm * cos;
    soft[i] = { xMm: a.xMm + ux * (over - half), yMm: a.yMm + uy * (over - half) };
    soft[i + 1] = { xMm: b.xMm + ux * (over + half), yMm: b.yMm + uy * (over + half) };
    i++;
  }
  return soft;
}
