import { placeItem } from '../board/actions/items.ts';
import type { Board, Id, Place, Segment } from '../board/board.ts';
import { applyCommands, type Command } from '../board/commands.ts';
import type { Part } from '../catalogue/part.ts';
import { routeCables, touchedBy } from './routeCables.ts';

const wasRouted = (s: Segment): boolean => s.kind === 'panelRoute' && s.laidBy === 'router' && s.waypoints.length > 0;

/**
 * Puts an item somewhere and lays anew what the router had laid to it or across it; routes laid by hand stay. While a hand
 * still drags, those are only guessed (`lay` false), for a guess costs nothing.
 * @param widthOf outer diameter of each cable, mm
 */
export function moveItem(
  board: Board,
  parts: ReadonlyMap<Id, Part>,
  itemId: Id,
  place: Place,
  widthOf: (cableId: Id) => number,
  lay: boolean,
): Command[] {
  const commands = placeItem(board, itemId, place);
  if (!board.cables.some((c) => c.segments.some(wasRouted))) return commands;
  const moved = applyCommands(board, commands).board;
  const touched = touchedBy(moved, parts, itemId);
  // A cable nobody has routed yet stays a guess.
  for (const cable of board.cables)
    if (touched.has(cable.id) && !cable.segments.some(wasRouted)) touched.delete(cable.id);
  if (touched.size === 0) return commands;
  if (lay) return [...commands, ...routeCables(moved, parts, widthOf, touched).commands];
  return [
    ...commands,
    ...moved.cables
      .filter((c) => touched.has(c.id))
      .map(
        (c): Command => ({
          kind: 'set',
          collection: 'cables',
          id: c.id,
          field: 'segments',
          value: c.segments.map((s) => (wasRouted(s) ? ({ ...s, waypoints: [] } as Segment) : s)),
        }),
      ),
  ];
}
