import type { FuseStyle } from '../../catalogue/part.ts';
import { TIME_CURRENT } from '../../rules/tables/timeCurrent.ts';
import { selectiveUpToA } from '../../solve/timeCurrent.ts';

type Device = { style: FuseStyle; ratingA: number };

/** Pairs of style and rating are few and asked for again with every edit. */
const known = new Map<string, number>();

/** Up to which current a device surely opens before one upstream may, A; Infinity when it always does. */
export function selectiveTo(inner: Device, outer: Device): number {
  const key = `${inner.style} ${inner.ratingA} ${outer.style} ${outer.ratingA}`;
  let upToA = known.get(key);
  if (upToA === undefined) {
    upToA = selectiveUpToA(
      { curve: TIME_CURRENT[inner.style], ratingA: inner.ratingA },
      { curve: TIME_CURRENT[outer.style], ratingA: outer.ratingA },
    );
    known.set(key, upToA);
  }
  return upToA;
}
