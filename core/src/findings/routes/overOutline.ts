import type { PointMm } from '../../document/basics.ts';

/** Where along a stretch it is looked at. */
const SHARES = [0.1, 0.3, 0.5, 0.7, 0.9];

/** Whether a way comes over something anywhere along its stretches. */
export const crosses = (points: readonly PointMm[], isOver: (point: PointMm) => boolean): boolean =>
  points.some((b, i) => {
    const a = points[i - 1];
    return (
      a !== undefined &&
      SHARES.some((t) => isOver({ xMm: a.xMm + (b.xMm - a.xMm) * t, yMm: a.yMm + (b.yMm - a.yMm) * t }))
    );
  });
