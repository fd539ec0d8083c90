import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Segment } from '../document/cable/cable.ts';
import { applyCommands, type Command } from '../document/commands.ts';
import type { Place } from '../document/item/item.ts';
import { placeItem } from '../document/item/items.ts';
import type { Part } from '../document/part/part.ts';
import type { LayOf } from './cableLays.ts';
import { routeCables } from './routeCables.ts';
import { throughHoles } from './throughHoles.ts';
import { touchedBy } from './touchedBy.ts';
import { waysTakenBack } from './waysTakenBack.ts';

const wasRouted = (s: Segment): boolean => s.kind === 'panelRoute' && s.laidBy === 'router' && s.waypoints.length > 0;

/**
 * Puts items somewhere and lays anew what the router had laid to them or across them; routes laid by hand stay. While a
 * hand still drags, those are only guessed (`lay` false), for a guess costs nothing.
 * @param layOf how thick each cable is and what it asks of its way
 * @example
 * moveItems(board, parts, [], () => ({ diameterMm: 10, bendMm: 40, lugMm: 30 }), false); // []
 */
export function moveItems(
  board: Board,
  parts: ReadonlyMap<Id, Part>,
  moves: readonly { itemId: Id; place: Place }[],
  layOf: LayOf,
  lay: boolean,
): Command[] {
  let moved = board;
  const commands: Command[] = [];
  for (const { itemId, place } of moves) {
    const own = placeItem(moved, itemId, place);
    moved = applyCommands(moved, own).board;
    commands.push(...own);
  }
  // A part that comes to the other face takes its cables through the board.
  const changed = new Set(
    moves.flatMap(({ itemId, place }) => {
      const before = board.items.find((i) => i.id === itemId)?.place;
      const face = (p: Place | undefined) => (p?.kind === 'panel' ? `${p.panelId} ${p.face}` : '');
      return before && face(before) !== face(place) && place.kind === 'panel' ? [itemId] : [];
    }),
  );
  if (changed.size > 0 && lay) {
    const own = new Set(
      moved.connections.flatMap((c) => (changed.has(c.from.itemId) || changed.has(c.to.itemId) ? [c.id] : [])),
    );
    const cables = new Set(moved.cables.flatMap((c) => (c.cores.some((k) => own.has(k.connectionId)) ? [c.id] : [])));
    const through = throughHoles(moved, parts, layOf, cables);
    moved = applyCommands(moved, through).board;
    commands.push(...through);
  }
  if (!board.cables.some((c) => c.segments.some(wasRouted))) return commands;
  const touched = new Set<Id>();
  for (const { itemId } of moves) for (const id of touchedBy(moved, parts, itemId)) touched.add(id);
  // A cable nobody has routed yet stays a guess; on a board that is routed it is one that found no way, and may now.
  const routedCount = board.cables.filter((c) => c.segments.some(wasRouted)).length;
  if (!lay || routedCount * 2 < board.cables.length)
    for (const cable of board.cables)
      if (touched.has(cable.id) && !cable.segments.some(wasRouted)) touched.delete(cable.id);
  if (touched.size === 0) return commands;
  if (!lay) return [...commands, ...guessed(moved, touched)];
  // What finds no way to where the part stands now lies no longer where it lay.
  const laid = routeCables(moved, parts, layOf, touched);
  return [...commands, ...laid.commands, ...guessed(moved, new Set(laid.failed))];
}

/** Takes routed cables back to a guess. */
const guessed = (board: Board, cableIds: ReadonlySet<Id>): Command[] =>
  waysTakenBack(
    board.cables.filter((c) => cableIds.has(c.id)),
    (s) => s.laidBy === 'router',
  );

/**
 * The same for one item.
 * @example
 * moveItem(board, parts, 'it_F1', board.items[1].place, () => ({ diameterMm: 10, bendMm: 40, lugMm: 30 }), false).length; // 1
 */
export const moveItem = (
  board: Board,
  parts: ReadonlyMap<Id, Part>,
  itemId: Id,
  place: Place,
  layOf: LayOf,
  lay: boolean,
): Command[] => moveItems(board, parts, [{ itemId, place }], layOf, lay);
