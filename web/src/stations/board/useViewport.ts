import { type PointerEvent, type RefObject, useCallback, useEffect, useRef, useState, type WheelEvent } from 'react';

export interface View {
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
}

/** What part of the drawing is seen: fit, zoom about a point, pan. */
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

  /** A pointer's place on the board, mm. */
  const toBoard = useCallback(
    (e: { clientX: number; clientY: number }) => {
      const matrix = svg.current?.getScreenCTM()?.inverse();
      const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix);
      return { xMm: p.x, yMm: p.y };
    },
    [svg],
  );
  const zoom = useCallback((factor: number, about?: { xMm: number; yMm: number }) => {
    fitted.current = false;
    setView((v) => {
      const widthMm = Math.min(8000, Math.max(60, v.widthMm * factor));
      const f = widthMm / v.widthMm;
      const at = about ?? { xMm: v.xMm + v.widthMm / 2, yMm: v.yMm + v.heightMm / 2 };
      return {
        xMm: at.xMm - (at.xMm - v.xMm) * f,
        yMm: at.yMm - (at.yMm - v.yMm) * f,
        widthMm,
        heightMm: v.heightMm * f,
      };
    });
  }, []);
  const pan = useRef<{ clientX: number; clientY: number; view: View; scale: number } | null>(null);
  return {
    view,
    mmPerPx,
    toBoard,
    zoom,
    fit: () => {
      fitted.current = true;
      setView(whole);
    },
    onWheel: (e: WheelEvent) => zoom(e.deltaY > 0 ? 1.12 : 1 / 1.12, toBoard(e)),
    startPan: (e: PointerEvent) => {
      const scale = svg.current?.getScreenCTM()?.a ?? 1;
      pan.current = { clientX: e.clientX, clientY: e.clientY, view, scale };
      svg.current?.setPointerCapture(e.pointerId);
    },
    movePan: (e: PointerEvent): boolean => {
      if (!pan.current) return false;
      fitted.current = false;
      const { clientX, clientY, view: from, scale } = pan.current;
      setView({
        ...from,
        xMm: from.xMm - (e.clientX - clientX) / scale,
        yMm: from.yMm - (e.clientY - clientY) / scale,
      });
      return true;
    },
    endPan: () => {
      pan.current = null;
    },
  };
}
