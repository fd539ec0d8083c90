import { select } from 'd3-selection';
import { type D3ZoomEvent, type ZoomTransform, zoom, zoomIdentity } from 'd3-zoom';
import { type RefObject, useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';

export interface View {
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
}

/** By how much one notch of the wheel zooms. */
const NOTCH = 1.12;
const [NEAREST_MM, FARTHEST_MM] = [60, 8000];

type Hand = MouseEvent | TouchEvent | WheelEvent;
/** How many fingers of a hand lie on the drawing; a mouse has none. */
const fingers = (e: Hand): number => ('touches' in e ? e.touches.length : 0);

/**
 * What part of the drawing is seen: fit, zoom about a point by wheel or two fingers, pan. While the hand moves, the drawing as it stands is only
 * shifted and scaled, which costs no layout; once it rests, it is drawn anew with lettering of the right size.
 */
export function useViewport(svg: RefObject<SVGSVGElement | null>, whole: View) {
  const [view, setView] = useState(whole);
  const fitted = useRef(true);
  useEffect(() => {
    if (fitted.current) setView(whole);
  }, [whole.xMm, whole.yMm, whole.widthMm, whole.heightMm]);

  // Lettering keeps its size on the screen, whatever the zoom.
  const [size, setSize] = useState({ width: 800, height: 560 });
  useEffect(() => {
    const element = svg.current;
    if (!element) return;
    const watch = new ResizeObserver(
      ([entry]) => entry && setSize({ width: entry.contentRect.width, height: entry.contentRect.height }),
    );
    watch.observe(element);
    return () => watch.disconnect();
  }, [svg]);
  const mmPerPx = Math.max(view.widthMm / Math.max(1, size.width), view.heightMm / Math.max(1, size.height));

  /** A pan or zoom under way: pixels and scale on top of the view drawn last. */
  const live = useRef<ZoomTransform>(zoomIdentity);
  const show = useCallback(
    (next: ZoomTransform) => {
      live.current = next;
      const style = svg.current?.style;
      if (style) style.transform = next === zoomIdentity ? '' : `translate(${next.x}px, ${next.y}px) scale(${next.k})`;
    },
    [svg],
  );

  /** Place on the board of a point of the drawing's box, px from its top left as laid out. */
  const atBox = useCallback(
    (x: number, y: number) => ({
      xMm: view.xMm + view.widthMm / 2 + (x - size.width / 2) * mmPerPx,
      yMm: view.yMm + view.heightMm / 2 + (y - size.height / 2) * mmPerPx,
    }),
    [view, size, mmPerPx],
  );
  /** A pointer's place on the board, mm. */
  const toBoard = useCallback(
    (e: { clientX: number; clientY: number }) => {
      const box = svg.current?.parentElement?.getBoundingClientRect();
      const [x, y] = live.current.invert([e.clientX - (box?.left ?? 0), e.clientY - (box?.top ?? 0)]);
      return atBox(x, y);
    },
    [svg, atBox],
  );
  /** Draws anew what the hand has moved to. */
  const settle = useCallback(() => {
    if (live.current === zoomIdentity) return;
    const { k } = live.current;
    const [x, y] = live.current.invert([size.width / 2, size.height / 2]);
    const middle = atBox(x, y);
    setView((v) => ({
      xMm: middle.xMm - v.widthMm / k / 2,
      yMm: middle.yMm - v.heightMm / k / 2,
      widthMm: v.widthMm / k,
      heightMm: v.heightMm / k,
    }));
  }, [atBox, size]);
  const latest = useRef({ settle });
  latest.current = { settle };

  /** Whether the press under way takes the drawing along, as the canvas has decided. */
  const pans = useRef(false);
  const hand = useRef(
    zoom<HTMLElement, unknown>()
      .filter((e: Hand) => e.type === 'wheel' || fingers(e) > 1 || pans.current)
      .wheelDelta((e) => (e.deltaY > 0 ? -1 : 1) * Math.log2(NOTCH)),
  );
  useEffect(() => {
    const box = svg.current?.parentElement;
    if (!box) return;
    hand.current
      .on('zoom', ({ transform }: D3ZoomEvent<HTMLElement, unknown>) => {
        fitted.current = false;
        show(transform);
      })
      .on('end', () => {
        pans.current = false;
        latest.current.settle();
      });
    select<HTMLElement, unknown>(box).call(hand.current).on('dblclick.zoom', null);
    return () => void select(box).on('.zoom', null);
  }, [svg, show]);
  // The new drawing takes the place of the shifted one in the same frame.
  useLayoutEffect(() => {
    hand.current.scaleExtent([view.widthMm / FARTHEST_MM, view.widthMm / NEAREST_MM]);
    select(svg.current?.parentElement ?? null).property('__zoom', zoomIdentity);
    show(zoomIdentity);
  }, [svg, view, show]);

  const zoomBy = useCallback((factor: number) => {
    fitted.current = false;
    setView((v) => {
      const widthMm = Math.min(FARTHEST_MM, Math.max(NEAREST_MM, v.widthMm * factor));
      const heightMm = (v.heightMm * widthMm) / v.widthMm;
      return {
        xMm: v.xMm + (v.widthMm - widthMm) / 2,
        yMm: v.yMm + (v.heightMm - heightMm) / 2,
        widthMm,
        heightMm,
      };
    });
  }, []);
  return {
    view,
    mmPerPx,
    toBoard,
    zoom: zoomBy,
    fit: () => {
      fitted.current = true;
      setView(whole);
    },
    /** The press under way takes the drawing along. */
    startPan: () => {
      pans.current = true;
    },
    endPan: () => {
      pans.current = false;
    },
  };
}
