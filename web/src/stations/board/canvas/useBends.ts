import type { Id, PointMm } from '@ombrik/core/document/basics';
import type { Cable, Segment } from '@ombrik/core/document/cable/cable';
import type { Command } from '@ombrik/core/document/commands';
import { giveWay } from '@ombrik/core/layout/giveWay';
import { useRef } from 'react';
import { useJob } from '../../../session/useJob.ts';
import { type BoardView, seenBy } from '../boardView.ts';
import { useLayOf } from '../useCableWidths.ts';
import { withPoint } from './withPoint.ts';

const RASTER_MM = 5;
const onRaster = (p: PointMm): PointMm => ({
  xMm: Math.round(p.xMm / RASTER_MM) * RASTER_MM,
  yMm: Math.round(p.yMm / RASTER_MM) * RASTER_MM,
});

const withWaypoints = (cable: Cable, segmentId: Id, change: (points: PointMm[]) => PointMm[]): Command[] => [
  {
    kind: 'set',
    collection: 'cables',
    id: cable.id,
    field: 'segments',
    value: cable.segments.map(
      (s): Segment =>
        s.id === segmentId && s.kind === 'panelRoute' ? { ...s, waypoints: change(s.waypoints), laidBy: 'hand' } : s,
    ),
  },
];

/** Bending cables by hand: a new point on a run, or one of its points dragged. Points are as seen. */
export function useBends(view: BoardView) {
  const job = useJob();
  const { board, parts, dossier } = job;
  const { panel, face } = view;
  const seen = seenBy(view);
  const layOf = useLayOf();
  const held = useRef<{ cable: Cable; segmentId: Id; index: number; commands: Command[] | null } | null>(null);
  return {
    /** Puts a new point into a run where it was clicked twice. */
    bend(cableId: Id, where: PointMm): void {
      const own = board.cables.find((c) => c.id === cableId);
      const path = dossier.lengths
        .find((l) => l.cableId === cableId)
        ?.paths.find((p) => p.panelId === panel.id && p.face === face);
      const route = own?.segments.find((s) => s.kind === 'panelRoute' && s.panelId === panel.id && s.face === face);
      if (!own || route?.kind !== 'panelRoute' || !path) return;
      const point = onRaster(seen(where));
      const bent = withWaypoints(own, route.id, () => withPoint(path.points, path.points.slice(1, -1), point));
      job.edit(`Bend ${own.designation}`, giveWay(board, parts, own.id, bent, layOf));
    },
    hold(cableId: Id, segmentId: Id, index: number): void {
      const cable = board.cables.find((c) => c.id === cableId);
      held.current = cable ? { cable, segmentId, index, commands: null } : null;
    },
    /** @returns whether a point is in the hand */
    move(at: PointMm): boolean {
      const h = held.current;
      if (!h) return false;
      const point = onRaster(seen(at));
      h.commands = withWaypoints(h.cable, h.segmentId, (w) => w.map((q, i) => (i === h.index ? point : q)));
      job.preview(h.commands);
      return true;
    },
    /** @returns whether a point was in the hand */
    drop(): boolean {
      const h = held.current;
      held.current = null;
      if (!h?.commands) return h !== null;
      job.preview(null);
      job.edit(`Shape ${h.cable.designation}`, giveWay(board, parts, h.cable.id, h.commands, layOf));
      return true;
    },
  };
}
