import type { PointMm } from '@ombrik/core/document/basics';
import { onPanel } from '@ombrik/core/stages/lengths/geometry';
import { itemOutline } from '@ombrik/core/stages/place/outlines';
import { useEffect, useState } from 'react';
import { useJob } from '../../../session/useJob.ts';
import { type BoardView, seenBy } from '../boardView.ts';
import { type Drawn, finish, POINTS_OF } from './drawnShape.ts';
import type { HandStore } from './hand.ts';
import { onThisPanel } from './ItemLayer.tsx';

/** How near a point catches the tape and the pencil, px. */
const CATCH_PX = 9;

/** The tape and the pencils: measuring, outline, keep-outs, holes, channels. Points are as seen. */
export function useDrawTool(view: BoardView, hand: HandStore, mmPerPx: number) {
  const job = useJob();
  const { shown, parts } = job;
  const { panel, face, tool } = view;
  const seen = seenBy(view);
  const [drawn, setDrawn] = useState<Drawn | null>(null);
  useEffect(() => setDrawn(null), [tool, panel.id, face]);

  /** Points the tape and the pencil catch: studs, corners of parts and of the panel, holes, fixings. */
  const caught = (at: PointMm): PointMm => {
    const here = shown.items.filter(
      (i) => i.place.kind === 'panel' && onThisPanel(i, view) && i.place.face === face && parts.has(i.partId),
    );
    const points = [
      ...panel.outline,
      ...panel.holes,
      ...panel.fixings,
      ...here.flatMap((i) => {
        const part = parts.get(i.partId)!;
        return [...itemOutline(i, part)!, ...part.terminals.map((t) => onPanel(i, t)!)];
      }),
    ].map(seen);
    const near = points
      .map((p) => ({ p, off: Math.hypot(p.xMm - at.xMm, p.yMm - at.yMm) }))
      .sort((a, b) => a.off - b.off)[0];
    return near && near.off <= CATCH_PX * mmPerPx ? near.p : at;
  };
  const close = (shape: Drawn) => {
    if (shape.tool === 'measure') return;
    const made = finish({ ...shape, points: shape.points.map(seen) }, panel, face);
    setDrawn(null);
    if (typeof made === 'string') return hand.setState({ said: made });
    if (job.edit(made.label, made.commands)) view.setTool('choose');
  };
  const click = (where: PointMm) => {
    const at = caught(where);
    hand.setState({ said: null });
    const most = POINTS_OF[tool];
    const open = drawn && (most === null || drawn.points.length < most) ? drawn.points : [];
    const first = open[0];
    const closes =
      tool === 'outline' &&
      first &&
      open.length >= 3 &&
      Math.hypot(first.xMm - at.xMm, first.yMm - at.yMm) < CATCH_PX * mmPerPx;
    if (closes) return close({ tool, points: open });
    const shape: Drawn = { tool, points: [...open, at] };
    setDrawn(shape);
    if (shape.points.length === most) close(shape);
  };
  return {
    drawn,
    click,
    point: (at: PointMm) => hand.setState({ cursor: caught(at) }),
    /** Enter closes an outline. */
    enter: () => {
      if (drawn?.tool === 'outline') close(drawn);
    },
    putAway: () => setDrawn(null),
  };
}
