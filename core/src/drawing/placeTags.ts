import RBush from 'rbush';
import type { PointMm } from '../document/basics.ts';

/** A name that wants to stand somewhere, mm. */
export interface TagWish {
  id: string;
  widthMm: number;
  heightMm: number;
  /** Middles it may have, the best first. */
  spots: readonly PointMm[];
  /** Stands in any case: where everything is taken, where least is covered. */
  must: boolean;
}

interface Box {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}
const boxAt = ({ xMm, yMm }: PointMm, widthMm: number, heightMm: number): Box => ({
  minX: xMm - widthMm / 2,
  minY: yMm - heightMm / 2,
  maxX: xMm + widthMm / 2,
  maxY: yMm + heightMm / 2,
});
const overlap = (a: Box, b: Box): number =>
  Math.max(0, Math.min(a.maxX, b.maxX) - Math.max(a.minX, b.minX)) *
  Math.max(0, Math.min(a.maxY, b.maxY) - Math.max(a.minY, b.minY));

/**
 * Where names stand so that none covers another, or what must be seen: in the order given, each on its best spot that is
 * free. What finds none is left out, unless it must stand. The same names give the same places.
 * @param keep what is not to be covered, such as terminals: middle and half width, mm
 * @example
 * placeTags([{ id: 'W1', widthMm: 10, heightMm: 6, spots: [{ xMm: 5, yMm: 5 }], must: false }], []).get('W1'); // { xMm: 5, yMm: 5 }
 */
export function placeTags(
  wishes: readonly TagWish[],
  keep: readonly (PointMm & { halfMm: number })[],
): Map<string, PointMm> {
  const taken = new RBush<Box>();
  taken.load(keep.map((k) => boxAt(k, 2 * k.halfMm, 2 * k.halfMm)));
  const placed = new Map<string, PointMm>();
  for (const { id, widthMm, heightMm, spots, must } of wishes) {
    let best: { spot: PointMm; box: Box; covers: number } | null = null;
    for (const spot of spots) {
      const box = boxAt(spot, widthMm, heightMm);
      const covers = taken.search(box).reduce((sum, other) => sum + overlap(box, other), 0);
      if (best && covers >= best.covers) continue;
      best = { spot, box, covers };
      if (covers === 0) break;
    }
    if (!best || (best.covers > 0 && !must)) continue;
    taken.insert(best.box);
    placed.set(id, best.spot);
  }
  return placed;
}

/**
 * Where the name of a part may stand: over it, beside it, under it, and at last on its corner.
 * @example
 * spotsAround({ leftMm: 0, topMm: 0, rightMm: 40, bottomMm: 20 }, 12, 8).length; // 8
 */
export function spotsAround(
  { leftMm, topMm, rightMm, bottomMm }: { leftMm: number; topMm: number; rightMm: number; bottomMm: number },
  widthMm: number,
  heightMm: number,
): PointMm[] {
  const [left, right] = [leftMm + widthMm / 2, rightMm - widthMm / 2];
  const [over, under] = [topMm - heightMm / 2, bottomMm + heightMm / 2];
  const middle = (topMm + bottomMm) / 2;
  return [
    { xMm: left, yMm: over },
    { xMm: right, yMm: over },
    { xMm: left, yMm: under },
    { xMm: right, yMm: under },
    { xMm: rightMm + widthMm / 2, yMm: middle },
    { xMm: leftMm - widthMm / 2, yMm: middle },
    { xMm: left, yMm: topMm + heightMm / 2 },
    { xMm: (leftMm + rightMm) / 2, yMm: middle },
  ];
}

/** Shares along a straight stretch a name is tried at. */
const SHARES = [0.5, 0.35, 0.65, 0.22, 0.78];
/**
 * Where the name of a wire may stand: on its straight stretches, the longest first.
 * @example
 * spotsAlong([{ from: { xMm: 0, yMm: 0 }, to: { xMm: 100, yMm: 0 } }])[0]; // { xMm: 50, yMm: 0 }
 */
export function spotsAlong(lines: readonly { from: PointMm; to: PointMm }[]): PointMm[] {
  return lines
    .map((l) => ({ ...l, lengthMm: Math.hypot(l.to.xMm - l.from.xMm, l.to.yMm - l.from.yMm) }))
    .sort((a, b) => b.lengthMm - a.lengthMm)
    .flatMap(({ from, to }) =>
      SHARES.map((t) => ({ xMm: from.xMm + (to.xMm - from.xMm) * t, yMm: from.yMm + (to.yMm - from.yMm) * t })),
    );
}
