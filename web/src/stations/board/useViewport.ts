import { type PointerEvent, type RefObject, useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';

export interface View {
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
}

/** A hand's pan or zoom under way: pixels and scale on top of the view drawn last. */
interface Live {
  x: number;
  y: number;
  scale: number;
}
const STILL: Live = { x: 0, y: 0, scale: 1 };
/** The drawing is made anew when the wheel has rested this long. */
const REST_MS = 140;
const [NEAREST_MM, FARTHEST_MM] = [60, 8000];

/**
 * What part of the drawing is seen: fit, zoom about a point, pan. While the hand moves, the drawing as it stands is only
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

  const live = useRef<Live>(STILL);
  const show = useCallback(
    (next: Live) => {
      live.current = next;
      const style = svg.current?.style;
      if (style) style.transform = next === STILL ? '' : `translate(${next.x}px, ${next.y}px) scale(${next.scale})`;
    },
    [svg],
  );
  // The new drawing takes the place of the shifted one in the same frame.
  useLayoutEffect(() => show(STILL), [view, show]);

  /** Place on the board of a point of the drawing's box, px from its top left as laid out. */
  const atBox = useCallback(
    (x: number, y: number) => ({
      xMm: view.xMm + view.widthMm / 2 + (x - size.width / 2) * mmPerPx,
      yMm: view.yMm + view.heightMm / 2 + (y - size.height / 2) * mmPerPx,
    }),
    [view, size, mmPerPx],
  );
  const inBox = useCallback(
    (e: { clientX: number; clientY: number }) => {
      const box = svg.current?.parentElement?.getBoundingClientRect();
      return { x: e.clientX - (box?.left ?? 0), y: e.clientY - (box?.top ?? 0) };
    },
    [svg],
  );
  /** A pointer's place on the board, mm. */
  const toBoard = useCallback(
    (e: { clientX: number; clientY: number }) => {
      const p = inBox(e);
      const { x, y, scale } = live.current;
      return atBox((p.x - x) / scale, (p.y - y) / scale);
    },
    [atBox, inBox],
  );
  /** Draws anew what the hand has moved to. */
  const settle = useCallback(() => {
    const { x, y, scale } = live.current;
    if (live.current === STILL) return;
    const middle = atBox((size.width / 2 - x) / scale, (size.height / 2 - y) / scale);
    setView((v) => ({
      xMm: middle.xMm - v.widthMm / scale / 2,
      yMm: middle.yMm - v.heightMm / scale / 2,
      widthMm: v.widthMm / scale,
      heightMm: v.heightMm / scale,
    }));
  }, [atBox, size]);

  const resting = useRef(0);
  const latest = useRef({ settle, view });
  latest.current = { settle, view };
  const wheel = useCallback(
    (e: WheelEvent) => {
      e.preventDefault();
      fitted.current = false;
      const at = inBox(e);
      const { x, y, scale } = live.current;
      const wanted = scale * (e.deltaY > 0 ? 1 / 1.12 : 1.12);
      const { widthMm } = latest.current.view;
      const next = Math.min(widthMm / NEAREST_MM, Math.max(widthMm / FARTHEST_MM, wanted));
      const f = next / scale;
      show({ x: at.x - (at.x - x) * f, y: at.y - (at.y - y) * f, scale: next });
      window.clearTimeout(resting.current);
      resting.current = window.setTimeout(() => latest.current.settle(), REST_MS);
    },
    [inBox, show],
  );
  // React listens to the wheel passively; this one keeps the page from scrolling under the hand.
  useEffect(() => {
    const element = svg.current;
    element?.addEventListener('wheel', wheel, { passive: false });
    return () => {
      element?.removeEventListener('wheel', wheel);
      window.clearTimeout(resting.current);
    };
  }, [svg, wheel]);

  const zoom = useCallback((factor: number) => {
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
  const pan = useRef<{ clientX: number; clientY: number; from: Live } | null>(null);
  return {
    view,
    mmPerPx,
    toBoard,
    zoom,
    fit: () => {
      fitted.current = true;
      setView(whole);
    },
    startPan: (e: PointerEvent) => {
      pan.current = { clientX: e.clientX, clientY: e.clientY, from: live.current };
      svg.current?.setPointerCapture(e.pointerId);
    },
    movePan: (e: PointerEvent): boolean => {
      if (!pan.current) return false;
      const { clientX, clientY, from } = pan.current;
      const [dx, dy] = [e.clientX - clientX, e.clientY - clientY];
      if (dx !== 0 || dy !== 0) {
        fitted.current = false;
        show({ x: from.x + dx, y: from.y + dy, scale: from.scale });
      }
      return true;
    },
    endPan: () => {
      if (!pan.current) return;
      pan.current = null;
      latest.current.settle();
    },
  };
}
