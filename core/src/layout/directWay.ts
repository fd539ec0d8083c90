import type { PointMm } from '../document/basics.ts';
import type { CableLay } from '../stages/lengths/bendNeeds.ts';
import { dress, pointOn, strokesOf, wayOf } from '../stages/lengths/dress.ts';
import { softened } from './steps.ts';
import { cellAt, type Surface } from './surface.ts';

/** An end of a cable that lies on the panel: where, which way it leaves, and how far it then stays straight. */
export interface DirectEnd {
  point: PointMm;
  /** 0 right, 1 down, 2 left, 3 up; null for any. */
  leaves: 0 | 1 | 2 | 3 | null;
  straightMm: number;
  owner: number;
}

const UNIT = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
] as const;
/** How far apart a way is looked at for what stands in it, mm. */
const LOOK_MM = 5;

/** Whether a way lies clear of everything but the parts it joins. */
function isClear(
  surface: Surface,
  points: readonly PointMm[],
  bends: ReturnType<typeof dress>['bends'],
  owners: readonly number[],
): boolean {
  const { raster } = surface;
  const free = (p: PointMm) => {
    const [column, row] = cellAt(surface, p);
    const owner = raster.owner[row * raster.columns + column]!;
    return owner === -1 || owners.includes(owner);
  };
  return strokesOf({ points, bends }).every((s) => {
    const lengthMm = Math.hypot(s.to.xMm - s.from.xMm, s.to.yMm - s.from.yMm);
    const steps = Math.max(1, Math.ceil((lengthMm * (s.kind === 'arc' ? 1.6 : 1)) / LOOK_MM));
    return Array.from({ length: steps + 1 }, (_, i) => pointOn(s, i / steps)).every(free);
  });
}

/** By so much its arcs are wider than asked, mm. */
const HAIR_MM = 1;

/**
 * The way between two ends that face each other: straight, or with one step aside between them, placed to a hair where a
 * raster is too coarse. Null where they do not face each other, there is no room, or something stands between.
 * @returns its points, ends included
 */
export function directWay(surface: Surface, from: DirectEnd, to: DirectEnd, lay: CableLay): PointMm[] | null {
  const [dx, dy] = [to.point.xMm - from.point.xMm, to.point.yMm - from.point.yMm];
  const radiusMm = lay.bendMm + lay.diameterMm / 2;
  const straightMm = [from.straightMm, to.straightMm] as const;
  for (let d = 0; d < 4; d++) {
    if (from.leaves !== null && from.leaves !== d) continue;
    if (to.leaves !== null && to.leaves !== (d + 2) % 4) continue;
    const [ux, uy] = UNIT[d]!;
    const aheadMm = dx * ux + dy * uy;
    const asideMm = Math.abs(dx * uy) + Math.abs(dy * ux);
    if (aheadMm <= 0 || asideMm > aheadMm) continue;
    // Square turns need a whole radius before the corner; the step stands halfway, or as near to it as that leaves.
    const halfway = Math.min(
      Math.max(aheadMm / 2, from.straightMm + (asideMm >= 2 * radiusMm ? radiusMm : 0)),
      aheadMm - to.straightMm - (asideMm >= 2 * radiusMm ? radiusMm : 0),
    );
    if (halfway <= 0) continue;
    const step = { xMm: from.point.xMm + ux * halfway, yMm: from.point.yMm + uy * halfway };
    const square =
      asideMm < 0.5
        ? [from.point, to.point]
        : [
            from.point,
            step,
            ux === 0 ? { xMm: to.point.xMm, yMm: step.yMm } : { xMm: step.xMm, yMm: to.point.yMm },
            to.point,
          ];
    // A hair more than is asked: points are rounded, and a small step aside feels it.
    const points = softened(square, radiusMm + HAIR_MM, straightMm);
    const { bends } = dress(wayOf(points), { ...lay, straightMm });
    if (bends.some((b) => b.radiusMm < b.wantedMm - 0.3)) continue;
    if (isClear(surface, points, bends, [from.owner, to.owner])) return points;
  }
  return null;
}
