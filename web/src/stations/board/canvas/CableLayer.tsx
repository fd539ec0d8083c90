import type { Id, PointMm } from '@ombrik/core/document/basics';
import type { TerminalRef } from '@ombrik/core/document/connection/connection';
import { useCallback, useMemo, useRef } from 'react';
import { useJob } from '../../../session/useJob.ts';
import { useIsPainted } from '../../../ui/Later.tsx';
import type { BoardView } from '../boardView.ts';
import { CableLine } from '../CableLine.tsx';
import { useCableWidths, useLayOf } from '../useCableWidths.ts';
import type { DrawnCable } from '../useDrawnCables.ts';

/** Every cable of the panel in its thickness and colour, with its name where there is room for it. */
export function CableLayer({
  view,
  drawn,
  mmPerPx: k,
  toBoard,
  onBend,
}: {
  view: BoardView;
  drawn: readonly DrawnCable[];
  mmPerPx: number;
  toBoard: (e: { clientX: number; clientY: number }) => PointMm;
  onBend: (cableId: Id, at: PointMm) => void;
}) {
  const { shown, dossier, selection, select } = useJob();
  const { panel, tool } = view;
  const widths = useCableWidths();
  const chosenId = selection?.kind === 'cable' ? selection.id : null;
  const layOf = useLayOf();
  const lugged = useIsPainted();
  const itemOf = useMemo(() => new Map(shown.items.map((i) => [i.id, i])), [shown.items]);
  const polarityOf = useMemo(
    () => new Map(dossier.sizing.wires.map((w) => [w.connectionId, w.polarity])),
    [dossier.sizing.wires],
  );
  /** What an end off this panel goes to, in words for its flag. */
  const leavesTo = (ref: TerminalRef): string | null => {
    const item = itemOf.get(ref.itemId);
    return item && !(item.place.kind === 'panel' && item.place.panelId === panel.id) ? item.designation : null;
  };
  // The same two functions for every cable and every drawing, so that one that has not changed is left as it is.
  const hands = useRef({ select, onBend, toBoard });
  hands.current = { select, onBend, toBoard };
  const selectCable = useCallback((id: Id) => hands.current.select({ kind: 'cable', id }), []);
  const bendCable = useCallback(
    (id: Id, e: { clientX: number; clientY: number }) => hands.current.onBend(id, hands.current.toBoard(e)),
    [],
  );
  return drawn.map(({ cable, paths, ghosts }) => {
    const core = cable.cores[0];
    if (!core) return null;
    return (
      <CableLine
        key={cable.cableId}
        cable={cable}
        paths={paths}
        ghosts={ghosts}
        leaves={{ from: leavesTo(core.from.ref), to: leavesTo(core.to.ref) }}
        lugMm={layOf(cable.cableId).lugMm}
        mmPerPx={k}
        diameterMm={widths.get(cable.cableId) ?? 4}
        polarity={polarityOf.get(core.connectionId) ?? 'none'}
        selected={cable.cableId === chosenId}
        idle={tool !== 'choose'}
        lugged={lugged}
        onSelect={selectCable}
        onInsert={bendCable}
      />
    );
  });
}

/** Points of the chosen cable that a hand can take. */
export function WaypointHandles({
  view,
  seen,
  onHold,
}: {
  view: BoardView;
  seen: (p: PointMm) => PointMm;
  onHold: (e: React.PointerEvent, cableId: Id, segmentId: Id, index: number) => void;
}) {
  const { shown, selection } = useJob();
  const cable = selection?.kind === 'cable' ? shown.cables.find((c) => c.id === selection.id) : undefined;
  return cable?.segments.map(
    (s) =>
      s.kind === 'panelRoute' &&
      s.panelId === view.panel.id &&
      s.face === view.face &&
      s.waypoints.map((w, index) => {
        const at = seen(w);
        return (
          <rect
            key={`${s.id}${index}`}
            x={at.xMm - 5}
            y={at.yMm - 5}
            width={10}
            height={10}
            className="cursor-move"
            fill="var(--color-primary)"
            stroke="var(--part)"
            onPointerDown={(e) => onHold(e, cable.id, s.id, index)}
          />
        );
      }),
  );
}
