import { useVirtualizer } from '@tanstack/react-virtual';
import type { RefObject } from 'react';

export interface SeenRows {
  from: number;
  to: number;
  /** Height of what is left out above and below, px. */
  beforePx: number;
  afterPx: number;
}

/** Which of many rows are in sight of the element they scroll in; all of them where there is none. */
export function useVirtualRows(
  count: number,
  within: { scroll: RefObject<HTMLElement | null>; rowPx: number } | undefined,
): SeenRows {
  const virtual = useVirtualizer({
    count,
    enabled: within !== undefined,
    getScrollElement: () => within?.scroll.current ?? null,
    estimateSize: () => within?.rowPx ?? 0,
    overscan: 20,
    initialRect: { width: 800, height: 800 },
  });
  if (!within) return { from: 0, to: count, beforePx: 0, afterPx: 0 };
  const items = virtual.getVirtualItems();
  const [first, last] = [items[0], items.at(-1)];
  if (!first || !last) return { from: 0, to: 0, beforePx: 0, afterPx: virtual.getTotalSize() };
  return {
    from: first.index,
    to: last.index + 1,
    beforePx: first.start,
    afterPx: Math.max(0, virtual.getTotalSize() - last.end),
  };
}
