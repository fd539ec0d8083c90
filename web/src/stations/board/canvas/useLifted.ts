import type { Id, PointMm } from '@ombrik/core/document/basics';
import type { Item } from '@ombrik/core/document/item/item';
import { type RefObject, useCallback, useLayoutEffect, useRef } from 'react';

interface Lifted {
  ids: readonly Id[];
  /** The part the hand holds, and where it is to be, as seen. */
  heldId: Id;
  to: PointMm;
}

/** By how much the parts in the hand are shifted against where they are drawn, mm. */
export function shiftOf(lifted: Lifted, items: readonly Item[], seen: (p: PointMm) => PointMm): PointMm | null {
  const place = items.find((i) => i.id === lifted.heldId)?.place;
  if (place?.kind !== 'panel') return null;
  const drawn = seen(place);
  return { xMm: lifted.to.xMm - drawn.xMm, yMm: lifted.to.yMm - drawn.yMm };
}

/**
 * Parts in the hand: what is drawn of them is shifted as it stands, with nothing drawn anew. Where the board under the
 * hand is drawn anew in between, the shift is taken against that.
 */
export function useLifted(svg: RefObject<SVGSVGElement | null>, items: readonly Item[], seen: (p: PointMm) => PointMm) {
  const lifted = useRef<Lifted | null>(null);
  const shifted = useRef<SVGElement[]>([]);
  const latest = useRef({ items, seen });
  latest.current = { items, seen };
  const clear = useCallback(() => {
    if (lifted.current) return;
    for (const node of shifted.current) node.style.transform = '';
    shifted.current = [];
  }, []);
  const apply = useCallback(() => {
    const now = lifted.current;
    if (!now) return clear();
    const by = shiftOf(now, latest.current.items, latest.current.seen);
    if (!by) return;
    for (const node of shifted.current) node.style.transform = `translate(${by.xMm}px, ${by.yMm}px)`;
  }, [clear]);
  // The board was drawn anew, perhaps with the parts where the hand has put them.
  useLayoutEffect(apply, [items, apply]);
  return {
    lift(ids: ReadonlySet<Id>, heldId: Id, to: PointMm): void {
      if (!lifted.current)
        shifted.current = [...ids].flatMap((id) => [
          ...(svg.current?.querySelectorAll<SVGElement>(`[data-item="${id}"]`) ?? []),
        ]);
      lifted.current = { ids: [...ids], heldId, to };
      apply();
    },
    /** Out of the hand: the shift ends with the next drawing, or at once where there is none. */
    drop(): void {
      lifted.current = null;
      requestAnimationFrame(clear);
    },
  };
}
