import type { PointMm } from '@ombrik/core/document/basics';
import { connectTerminals } from '@ombrik/core/document/connection/connect';
import type { TerminalRef } from '@ombrik/core/document/connection/connection';
import { itemRect } from '@ombrik/core/stages/lengths/geometry';
import { type PointerEvent, type RefObject, useEffect, useRef } from 'react';
import { useJob } from '../../../session/useJob.ts';
import { type BoardView, rectSeen } from '../boardView.ts';
import type { useViewport } from '../useViewport.ts';
import { type createHand, rectBetween } from './hand.ts';
import { onThisPanel } from './ItemLayer.tsx';
import type { useBends } from './useBends.ts';
import type { useDrawTool } from './useDrawTool.ts';
import type { useItemDrag } from './useItemDrag.ts';

interface CanvasHand {
  svg: RefObject<SVGSVGElement | null>;
  view: BoardView;
  hand: ReturnType<typeof createHand>;
  toBoard: (e: PointerEvent) => PointMm;
  viewport: Pick<ReturnType<typeof useViewport>, 'startPan' | 'endPan'>;
  pencil: ReturnType<typeof useDrawTool>;
  drag: ReturnType<typeof useItemDrag>;
  bends: ReturnType<typeof useBends>;
  connecting: TerminalRef | null;
  onConnecting: (ref: TerminalRef | null) => void;
}

const sameRef = (a: TerminalRef | null, b: TerminalRef) => a?.itemId === b.itemId && a.terminalId === b.terminalId;

/** What the hand does on the drawing itself: joins terminals, frames parts, pans, draws with a tool, lets go. */
export function useCanvasHand(of: CanvasHand) {
  const { svg, view, hand, toBoard, viewport, pencil, drag, bends, connecting, onConnecting } = of;
  const job = useJob();
  const { tool, face, chosen } = view;
  const frame = useRef<{ from: PointMm; to: PointMm } | null>(null);
  useEffect(() => {
    const leave = (e: KeyboardEvent) => {
      if (e.key === 'Enter') pencil.enter();
      if (e.key !== 'Escape') return;
      onConnecting(null);
      pencil.putAway();
      hand.setState({ said: null });
      view.setTool('choose');
      if (chosen.size > 1) job.select(null);
    };
    window.addEventListener('keydown', leave);
    return () => window.removeEventListener('keydown', leave);
  });

  const pick = (ref: TerminalRef) => {
    if (!connecting || sameRef(connecting, ref)) return onConnecting(connecting ? null : ref);
    const { board } = job;
    const name = (r: TerminalRef) => `${board.items.find((i) => i.id === r.itemId)?.designation}:${r.terminalId}`;
    if (job.edit(`Connect ${name(connecting)} to ${name(ref)}`, connectTerminals(board, connecting, ref)))
      onConnecting(null);
  };
  const press = (e: PointerEvent) => {
    if (tool !== 'choose' && e.button === 0) return pencil.click(toBoard(e));
    if (e.shiftKey) {
      const at = toBoard(e);
      frame.current = { from: at, to: at };
      svg.current?.setPointerCapture(e.pointerId);
      return;
    }
    job.select(null);
    onConnecting(null);
    hand.setState({ said: null });
    viewport.startPan();
  };
  const move = (e: PointerEvent) => {
    const at = toBoard(e);
    if (tool !== 'choose') return pencil.point(at);
    if (frame.current) {
      frame.current.to = at;
      hand.setState({ frame: rectBetween(frame.current.from, at) });
    } else if (!bends.move(at)) drag.move(at);
  };
  /** Everything that lies wholly within the frame the hand has drawn. */
  const chooseFramed = ({ from, to }: { from: PointMm; to: PointMm }) => {
    const r = rectBetween(from, to);
    const within = job.shown.items.filter((i) => {
      const part = job.parts.get(i.partId);
      if (!part || i.place.kind !== 'panel' || !onThisPanel(i, view) || i.place.face !== face) return false;
      const o = rectSeen(view, itemRect(i, part)!);
      return o.leftMm >= r.leftMm && o.rightMm <= r.rightMm && o.topMm >= r.topMm && o.bottomMm <= r.bottomMm;
    });
    view.chooseAll(within.map((i) => i.id));
  };
  const drop = () => {
    viewport.endPan();
    const framed = frame.current;
    frame.current = null;
    hand.setState({ guides: [], gaps: [], frame: null });
    if (framed) chooseFramed(framed);
    else if (!bends.drop()) drag.drop();
  };
  return { pick, press, move, drop };
}
