import { select } from 'd3-selection';
import { type D3ZoomEvent, zoom, zoomIdentity } from 'd3-zoom';
import { type FocusEvent, type RefObject, useEffect, useRef } from 'react';

export interface DrawingBox {
  x: number;
  y: number;
  width: number;
  height: number;
}
/** Smaller than this, px for one of the drawing's own measure, names cannot be read: the drawing begins at this and is moved. */
const LEAST_READ = 0.75;
const STEP = 1.25;
const [SMALLEST, LARGEST] = [0.5, 12];

/**
 * Where the drawing begins: whole if its names can be read so, else from its left as large as they can be, with what it
 * starts from halfway up.
 * @param startY of the drawing's own measure, where its sources stand; null begins at the top
 */
export function firstView(box: DrawingBox, size: { width: number; height: number }, startY: number | null = null) {
  const pxPerUnit = Math.min(size.width / box.width, size.height / box.height);
  if (!(pxPerUnit > 0) || pxPerUnit >= LEAST_READ) return zoomIdentity;
  const k = LEAST_READ / pxPerUnit;
  // The box stands in the middle of what is seen, as it keeps its shape.
  const left = box.x + box.width / 2 - size.width / pxPerUnit / 2;
  const top = box.y + box.height / 2 - size.height / pxPerUnit / 2;
  const highest = top - k * box.y;
  const lowest = Math.min(highest, top + size.height / pxPerUnit - k * (box.y + box.height));
  const wanted = startY === null ? highest : box.y + box.height / 2 - k * startY;
  return zoomIdentity.translate(left - k * box.x, Math.min(highest, Math.max(lowest, wanted))).scale(k);
}

/** The hand is on a sign or a line: that moves or is chosen, not the whole drawing. */
const onSomething = (e: Event) => e.target instanceof Element && e.target.closest('[role="button"]') !== null;

/**
 * Zoom by wheel or two fingers, pan by the empty ground, keys, and the whole drawing again.
 * @param drawing the group in its svg that is moved; its transform is this hand's alone
 */
export function useZoomedDrawing(
  drawing: RefObject<SVGGElement | null>,
  box: DrawingBox | null,
  startY: number | null = null,
) {
  const touched = useRef(false);
  const hand = useRef(
    zoom<SVGSVGElement, unknown>()
      .scaleExtent([SMALLEST, LARGEST])
      .filter(
        (e: MouseEvent | TouchEvent) =>
          e.type === 'wheel' || ('touches' in e && e.touches.length > 1) || !onSomething(e),
      ),
  );
  const svg = () => select<SVGSVGElement, unknown>(drawing.current!.ownerSVGElement!);
  const begin = () => {
    const at = drawing.current?.ownerSVGElement;
    if (!at || !box || touched.current) return;
    const { width, height } = at.getBoundingClientRect();
    svg().call(hand.current.transform, firstView(box, { width, height }, startY));
    touched.current = false;
  };
  const latest = useRef(begin);
  latest.current = begin;
  const there = box !== null;
  useEffect(() => {
    const at = drawing.current?.ownerSVGElement;
    if (!there || !at) return;
    hand.current.on('zoom', ({ transform, sourceEvent }: D3ZoomEvent<SVGSVGElement, unknown>) => {
      if (sourceEvent) touched.current = true;
      drawing.current?.setAttribute('transform', transform.toString());
    });
    svg().call(hand.current).on('dblclick.zoom', null);
    const watch = new ResizeObserver(() => latest.current());
    watch.observe(at);
    return () => {
      watch.disconnect();
      select(at).on('.zoom', null);
    };
  }, [there, drawing]);
  useEffect(() => {
    if (!box) return;
    const end = { x: box.x + box.width, y: box.y + box.height };
    hand.current.extent([
      [box.x, box.y],
      [end.x, end.y],
    ]);
    // Nobody loses the drawing: some of it stays in sight.
    hand.current.translateExtent([
      [box.x - box.width / 2, box.y - box.height / 2],
      [end.x + box.width / 2, end.y + box.height / 2],
    ]);
    latest.current();
  }, [box?.x, box?.y, box?.width, box?.height]);
  const by = (factor: number) => {
    touched.current = true;
    svg().call(hand.current.scaleBy, factor);
  };
  /** Moves the drawing so that something of it is in sight; what is already is left where it is. */
  const bring = (what: SVGGraphicsElement) => {
    const at = drawing.current?.ownerSVGElement;
    const ground = drawing.current?.getScreenCTM();
    if (!at || !ground) return;
    const [own, seen] = [what.getBoundingClientRect(), at.getBoundingClientRect()];
    const middle = { x: own.x + own.width / 2, y: own.y + own.height / 2 };
    const inside = middle.x >= seen.left && middle.x <= seen.right && middle.y >= seen.top && middle.y <= seen.bottom;
    if (inside) return;
    const to = new DOMPoint(middle.x, middle.y).matrixTransform(ground.inverse());
    touched.current = true;
    svg().call(hand.current.translateTo, to.x, to.y);
  };
  return {
    bring,
    larger: () => by(STEP),
    smaller: () => by(1 / STEP),
    whole: () => {
      touched.current = true;
      svg().call(hand.current.transform, zoomIdentity);
    },
    /** Brings what the keys have come to into sight. */
    showFocused: (e: FocusEvent<SVGSVGElement>) => {
      if (e.target instanceof SVGGraphicsElement && e.target !== e.currentTarget) bring(e.target);
    },
  };
}
