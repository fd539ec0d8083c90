import { deviceOf } from '../../devices/registry.ts';
import type { Id } from '../basics.ts';
import type { Board } from '../board.ts';
import type { Cable } from '../cable/cable.ts';
import type { Command } from '../commands.ts';
import { fingerprint } from '../fingerprint.ts';
import type { Item } from '../item/item.ts';
import { addItem, newItem } from '../item/items.ts';
import type { Part, Polarity } from '../part/part.ts';
import { connectTerminals, defaultSegments, freeTerminals, type Surface } from './connect.ts';
import type { Connection, TerminalRef } from './connection.ts';

/**
 * Terminals of a part that can stand in a wire of a side, in the part's order: it takes two.
 * @example
 * waysIn(parts.get('isolator-100'), 'plus').length; // 2
 */
export const waysIn = (part: Part, side: Polarity): Part['terminals'] =>
  part.terminals.filter((t) => t.domain === 'dc' && (t.polarity === 'none' || t.polarity === side));

/** What of a board is read to put a part into a wire. */
type Placed = { id: Id; designation: string; place: Surface };
type Laid = Pick<Cable, 'id' | 'designation' | 'cores' | 'segments'>;

/** Gives the run of a new cable a length somebody still has to measure. */
function shortened(command: Command, lengthMm: number | undefined): Command {
  if (lengthMm === undefined || command.kind !== 'add' || command.collection !== 'cables') return command;
  const segments = command.value.segments.map((s) => (s.kind === 'measuredRun' ? { ...s, lengthMm } : s));
  return { ...command, value: { ...command.value, segments } };
}

/**
 * Puts a new part into a wire: source side to the part's first power terminal, its second one on to where the wire went.
 * The wire keeps its name and its measured run on the load side; the piece before the part is new. The part starts
 * unplaced. Null when the part has no two terminals of one side to go between, or the wire is not there.
 * @param sourceEnd the end of the wire that is nearer to what feeds it
 * @param side the pole the wire belongs to
 * @param options.seed makes the new ids repeatable, for fixes offered by findings
 * @param options.beforeMm how long the new piece shall be, where it is not laid on the board yet
 * @example
 * insertBetween(board, board.connections[1].id, board.connections[1].from, parts.get('isolator-100'), 'plus').item.designation; // '-Q1'
 */
export function insertBetween(
  board: { items: readonly Placed[]; connections: readonly Connection[]; cables: readonly Laid[] },
  connectionId: Id,
  sourceEnd: TerminalRef,
  part: Part,
  side: Polarity,
  options: { seed?: string; beforeMm?: number } = {},
): { item: Item; commands: Command[] } | null {
  const connection = board.connections.find((c) => c.id === connectionId);
  const cable = board.cables.find((c) => c.cores.some((k) => k.connectionId === connectionId));
  const ways = waysIn(part, side);
  if (!connection || !cable || ways.length < 2) return null;
  const fromFirst = connection.from.itemId === sourceEnd.itemId && connection.from.terminalId === sourceEnd.terminalId;
  const { seed, beforeMm } = options;
  const made = newItem(board, part, { kind: 'unplaced' });
  const item = seed ? { ...made, id: `it_${fingerprint([seed, connectionId, part.id]).slice(0, 12)}` } : made;
  const [into, out] = [ways[0]!, ways[1]!].map((t): TerminalRef => ({ itemId: item.id, terminalId: t.id }));
  const withItem = { items: [...board.items, item], cables: board.cables };
  const commands: Command[] = [
    ...addItem(item),
    { kind: 'set', collection: 'connections', id: connectionId, field: fromFirst ? 'from' : 'to', value: out! },
    ...connectTerminals(withItem, sourceEnd, into!, seed ? { seed } : {}).map((c) => shortened(c, beforeMm)),
  ];
  if (!cable.segments.some((s) => s.kind === 'measuredRun')) {
    const far = board.items.find((i) => i.id === (fromFirst ? connection.to : connection.from).itemId);
    const ends = fromFirst ? [item, far] : [far, item];
    if (ends[0] && ends[1])
      commands.push({
        kind: 'set',
        collection: 'cables',
        id: cable.id,
        field: 'segments',
        value: defaultSegments(
          ends[0],
          ends[1],
          (n) => `${cable.segments[0]!.id.slice(0, 56)}_${item.id.slice(-4)}${n}`,
        ),
      });
  }
  return { item, commands };
}

/**
 * Where an end of a wire could go instead: free terminals of bars and fuse blocks of the same side, one per part.
 * @example
 * otherPlaces(board, parts, board.connections[5].from).length; // 1
 */
export function otherPlaces(board: Board, parts: ReadonlyMap<Id, Part>, end: TerminalRef): TerminalRef[] {
  const own = board.items.find((i) => i.id === end.itemId);
  const side = own && parts.get(own.partId)?.terminals.find((t) => t.id === end.terminalId);
  if (!side) return [];
  return board.items.flatMap((item) => {
    const part = parts.get(item.partId);
    if (item.id === end.itemId || !part || !deviceOf(part.kind).distributes) return [];
    const free = freeTerminals(board, item, part).find(
      (t) =>
        t.domain === side.domain && (t.polarity === side.polarity || t.polarity === 'none' || side.polarity === 'none'),
    );
    return free ? [{ itemId: item.id, terminalId: free.id }] : [];
  });
}

/**
 * Takes one end of a wire to another terminal.
 * @example
 * moveEnd(board, 'gone', board.connections[0].from, board.connections[0].to); // []
 */
export function moveEnd(board: Board, connectionId: Id, end: TerminalRef, to: TerminalRef): Command[] {
  const connection = board.connections.find((c) => c.id === connectionId);
  if (!connection) return [];
  const isFrom = connection.from.itemId === end.itemId && connection.from.terminalId === end.terminalId;
  const commands: Command[] = [
    { kind: 'set', collection: 'connections', id: connectionId, field: isFrom ? 'from' : 'to', value: to },
  ];
  const cable = board.cables.find((c) => c.cores.some((k) => k.connectionId === connectionId));
  const [a, b] = [isFrom ? to : connection.from, isFrom ? connection.to : to].map((r) =>
    board.items.find((i) => i.id === r.itemId),
  );
  // A run somebody measured still holds; a route guessed on the panel starts anew.
  if (cable && a && b && cable.segments.every((s) => s.kind === 'panelRoute'))
    commands.push({
      kind: 'set',
      collection: 'cables',
      id: cable.id,
      field: 'segments',
      value: defaultSegments(a, b, (n) => `${cable.segments[0]!.id.slice(0, 56)}_m${n}`),
    });
  return commands;
}
