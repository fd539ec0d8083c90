import type { FuseStyle, LinkCurve } from '../../document/part/part.ts';
import { selectiveUpToA } from '../../solvers/timeCurrent.ts';
import { curveOf } from '../../tables/timeCurrent.ts';

type Device = { style: FuseStyle; ratingA: number; curve: LinkCurve | null };

/** Pairs of style and rating are few and asked for again with every edit. */
const known = new Map<string, number>();

/** Up to which current a device surely opens before one upstream may, A; Infinity when it always does. */
export function selectiveTo(inner: Device, outer: Device): number {
  const work = () =>
    selectiveUpToA(
      { curve: curveOf(inner.style, inner.curve), ratingA: inner.ratingA },
      { curve: curveOf(outer.style, outer.curve), ratingA: outer.ratingA },
    );
  if (inner.curve || outer.curve) return work();
  const key = `${inner.style} ${inner.ratingA} ${outer.style} ${outer.ratingA}`;
  let upToA = known.get(key);
  if (upToA === undefined) {
    upToA = work();
    known.set(key, upToA);
  }
  return upToA;
}
