import { deviceOf } from '../../devices/registry.ts';
import type { Choice, Id } from '../basics.ts';
import type { Board } from '../board.ts';
import type { Command } from '../commands.ts';
import { connectTerminals, defaultSegments, freeTerminals, removeConnections } from '../connection/connect.ts';
import { nextDesignation } from '../designations.ts';
import { newId } from '../newId.ts';
import type { Part } from '../part/part.ts';
import { blankItem } from './blankItem.ts';
import type { Item, Place } from './item.ts';
import { newLoad } from './newLoad.ts';

/**
 * A new item of a part; a load part gets a load row, a feed its voltages.
 * @example
 * newItem(board, parts.get('isolator-100'), { kind: 'unplaced' }).designation; // '-Q1'
 */
export function newItem(
  board: { items: readonly Pick<Item, 'designation'>[] },
  part: Part,
  place: Place,
  name = '',
): Item {
  const feed = part.elements.find((e) => e.kind === 'feed');
  const nominalV = part.systemVoltagesV[0] ?? 12;
  return blankItem({
    id: newId('it'),
    designation: nextDesignation(board.items, part.kind),
    name,
    partId: part.id,
    place,
    load:
      part.kind === 'load' ? newLoad({ side: part.terminals.some((t) => t.domain === 'ac') ? 'mains' : 'dc' }) : null,
    feed: feed ? { restingVoltageV: (nominalV / 12) * 12.6, lowestVoltageV: (nominalV / 12) * 11 } : null,
    ownership: deviceOf(part.kind).customers ? 'customer' : 'workshop',
  });
}

/**
 * Puts an item on the board.
 * @example
 * addItem(board.items[0])[0].kind; // 'add'
 */
export const addItem = (item: Item): Command[] => [{ kind: 'add', collection: 'items', value: item, index: null }];

/**
 * Removes items with every wire that touches them.
 * @example
 * removeItems(board, new Set(['it_E1'])).length; // 5
 */
export function removeItems(board: Board, itemIds: ReadonlySet<Id>): Command[] {
  const touching = board.connections.filter((c) => itemIds.has(c.from.itemId) || itemIds.has(c.to.itemId));
  return [
    ...board.control
      .filter((r) => itemIds.has(r.itemId))
      .map((r): Command => ({ kind: 'remove', collection: 'control', id: r.id })),
    ...removeConnections(board, new Set(touching.map((c) => c.id))),
    ...[...itemIds].map((id): Command => ({ kind: 'remove', collection: 'items', id })),
  ];
}

/**
 * Puts an item somewhere. When it changes panel, face, or leaves the panel, its cables start their segments anew;
 * a move on the same face keeps them.
 * @param makeId names the new segments; random ids without it
 * @example
 * placeItem(board, 'it_F1', { kind: 'unplaced' })[0].field; // 'place'
 */
export function placeItem(
  board: Pick<Board, 'items' | 'cables' | 'connections'>,
  itemId: Id,
  place: Place,
  makeId: () => Id = () => newId('sg'),
): Command[] {
  const item = board.items.find((i) => i.id === itemId);
  if (!item) return [];
  const commands: Command[] = [{ kind: 'set', collection: 'items', id: itemId, field: 'place', value: place }];
  const surface = (p: Place) => (p.kind === 'panel' ? `${p.panelId}/${p.face}` : 'off');
  if (surface(item.place) === surface(place)) return commands;
  const moved: Item = { ...item, place };
  const items = new Map(board.items.map((i) => [i.id, i.id === itemId ? moved : i]));
  for (const cable of board.cables) {
    const connection = board.connections.find((c) => c.id === cable.cores[0]?.connectionId);
    if (!connection || (connection.from.itemId !== itemId && connection.to.itemId !== itemId)) continue;
    const from = items.get(connection.from.itemId);
    const to = items.get(connection.to.itemId);
    if (!from || !to) continue;
    // What was said of the run off the board, and of the sleeve, still holds where the part now stands.
    const kept = cable.segments.find((s) => s.kind === 'measuredRun');
    const sheathed = cable.segments.every((s) => s.environment.sheathed);
    const segments = defaultSegments(from, to, makeId).map((s) =>
      s.kind === 'measuredRun' && kept ? kept : { ...s, environment: { ...s.environment, sheathed } },
    );
    commands.push({ kind: 'set', collection: 'cables', id: cable.id, field: 'segments', value: segments });
  }
  return commands;
}

/**
 * Puts another choice of link into one seat of a holder; its other seats keep theirs.
 * @example
 * putLink({ id: 'it_F1', inserts: [] }, 'seat', { mode: 'auto' }).field; // 'inserts'
 */
export const putLink = (item: Pick<Item, 'id' | 'inserts'>, seatId: Id, link: Choice<Id>): Command => ({
  kind: 'set',
  collection: 'items',
  id: item.id,
  field: 'inserts',
  value: [...item.inserts.filter((i) => i.seatId !== seatId), { seatId, link }],
});

/**
 * A copy of an item beside the first, unwired.
 * @example
 * duplicateItem(board, board.items[1], parts.get('holder-classT')).designation; // '-F2'
 */
export function duplicateItem(board: Board, item: Item, part: Part): Item {
  const place: Place =
    item.place.kind === 'panel'
      ? {
          ...item.place,
          yMm: item.place.yMm + (item.place.rotationDeg % 180 === 0 ? part.heightMm : part.widthMm) + 15,
        }
      : item.place;
  return { ...item, id: newId('it'), designation: nextDesignation(board.items, part.kind), place, stacks: [] };
}

export interface WiredLoads {
  commands: Command[];
  /** Items that found no free way or no free minus screw. */
  left: Id[];
}

/**
 * Wires several consumers to the next free ways and minus screws of a fuse block in one go.
 * @example
 * wireToBlock(board, parts, 'it_F10', []).commands; // []
 */
export function wireToBlock(
  board: Board,
  parts: ReadonlyMap<Id, Part>,
  blockId: Id,
  itemIds: readonly Id[],
): WiredLoads {
  const block = board.items.find((i) => i.id === blockId);
  const blockPart = block && parts.get(block.partId);
  if (!block || !blockPart) return { commands: [], left: [...itemIds] };
  const free = freeTerminals(board, block, blockPart).filter((t) => !t.required);
  const ways = free.filter((t) => t.polarity === 'plus');
  const screws = free.filter((t) => t.polarity === 'minus');
  const commands: Command[] = [];
  const left: Id[] = [];
  const taken: string[] = [];
  for (const itemId of itemIds) {
    const item = board.items.find((i) => i.id === itemId);
    const part = item && parts.get(item.partId);
    if (!item || !part) continue;
    const open = freeTerminals(board, item, part).filter((t) => t.required && t.domain === 'dc');
    const plus = open.find((t) => t.polarity === 'plus');
    const minus = open.find((t) => t.polarity === 'minus');
    if ((plus && ways.length === 0) || (minus && screws.length === 0)) {
      left.push(itemId);
      continue;
    }
    for (const [terminal, spots] of [
      [plus, ways],
      [minus, screws],
    ] as const) {
      if (!terminal) continue;
      const made = connectTerminals(
        board,
        { itemId: blockId, terminalId: spots.shift()!.id },
        { itemId, terminalId: terminal.id },
        { takenNames: taken },
      );
      const cable = made.find((c) => c.kind === 'add' && c.collection === 'cables');
      if (cable?.kind === 'add' && cable.collection === 'cables') taken.push(cable.value.designation);
      commands.push(...made);
    }
  }
  return { commands, left };
}
