import type { Id, PointMm } from '@ombrik/core/document/basics';
import type { Board } from '@ombrik/core/document/board';
import { applyCommands } from '@ombrik/core/document/commands';
import type { Part } from '@ombrik/core/document/part/part';
import { withGroups } from '@ombrik/core/layout/arrange';
import { cablePaths } from '@ombrik/core/stages/lengths/geometry';
import { useMemo } from 'react';
import { useJob } from '../../session/useJob.ts';
import type { Arrangement } from '../../worker/boardWorker.ts';
import type { BoardView } from './boardView.ts';
import { PanelPicture } from './PanelPicture.tsx';

/** Where the cables of a panel's front lie, corner by corner. */
function waysOn(board: Board, parts: ReadonlyMap<Id, Part>, panelId: Id): { id: string; points: PointMm[] }[] {
  const lookup = { items: new Map(board.items.map((i) => [i.id, i])), parts: new Map(parts) };
  const connections = new Map(board.connections.map((c) => [c.id, c]));
  return board.cables.flatMap((cable) => {
    const connection = connections.get(cable.cores[0]?.connectionId ?? '');
    if (!connection) return [];
    return cablePaths(board, cable, connection, lookup)
      .filter((p) => p.panelId === panelId && p.face === 'front')
      .map((p, n) => ({ id: `${cable.id} ${n}`, points: p.points }));
  });
}

/** The panel with every part where an arrangement puts it, and the cables as they are laid there. */
export function ArrangedPicture({ arrangement, view }: { arrangement: Arrangement; view: BoardView }) {
  const { board: before, parts } = useJob();
  const board = useMemo(() => applyCommands(before, arrangement.commands).board, [before, arrangement]);
  const moving = withGroups(board, new Set(arrangement.moves.map((m) => m.itemId)));
  const held = new Set(board.items.flatMap((i) => (i.held ? [i.id] : [])));
  const ways = useMemo(() => waysOn(board, parts, view.panel.id), [board, parts, view.panel.id]);
  return (
    <PanelPicture
      board={board}
      panelId={view.panel.id}
      label={`${arrangement.moves.length} parts in other places`}
      dim={(id) => !moving.has(id) && !held.has(id)}
    >
      {ways.map(({ id, points }) => (
        <polyline
          key={id}
          points={points.map((p) => `${p.xMm},${p.yMm}`).join(' ')}
          fill="none"
          stroke="#23201B"
          strokeOpacity={0.55}
          strokeWidth={5}
          strokeLinejoin="round"
        />
      ))}
    </PanelPicture>
  );
}
