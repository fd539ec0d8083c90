import type { Id } from '../basics.ts';
import type { Board } from '../board.ts';
import type { Cable, Segment } from '../cable/cable.ts';
import { freeAir } from '../cable/freeAir.ts';
import type { Command } from '../commands.ts';
import { nextWireName } from '../designations.ts';
import { fingerprint } from '../fingerprint.ts';
import type { Item } from '../item/item.ts';
import { newId } from '../newId.ts';
import type { Part } from '../part/part.ts';
import type { Connection, TerminalRef } from './connection.ts';

/** A run nobody has measured yet is taken as this long and marked provisional. */
export const UNMEASURED_RUN_MM = 2000;

/** Which surface something is on, not where on it. */
export type Surface = { kind: 'unplaced' | 'location' } | { kind: 'panel'; panelId: Id; face: 'front' | 'back' };

/**
 * The segments a cable between two places starts with: along the panel, off it, or both.
 * @example
 * defaultSegments(board.items[1], board.items[2], (n) => `s${n}`).map((s) => s.kind); // ['panelRoute']
 */
export function defaultSegments(
  from: { place: Surface },
  to: { place: Surface },
  makeId: (n: number) => Id,
): Segment[] {
  const run = (n: number): Segment => ({
    id: makeId(n),
    kind: 'measuredRun',
    lengthMm: UNMEASURED_RUN_MM,
    measured: false,
    environment: freeAir(),
  });
  const route = (item: { place: Surface }, n: number): Segment[] =>
    item.place.kind === 'panel'
      ? [
          {
            id: makeId(n),
            kind: 'panelRoute',
            panelId: item.place.panelId,
            face: item.place.face,
            waypoints: [],
            laidBy: 'router',
            environment: freeAir(),
          },
        ]
      : [];
  const together =
    from.place.kind === 'panel' &&
    to.place.kind === 'panel' &&
    from.place.panelId === to.place.panelId &&
    from.place.face === to.place.face;
  return together ? route(from, 1) : [...route(from, 1), run(2), ...route(to, 3)];
}

/**
 * Joins two terminals with a new wire in a cable of its own.
 * @param seed makes the new ids repeatable (for fixes offered by findings); without it they are random.
 * @example
 * connectTerminals(board, { itemId: 'it_X1', terminalId: 's5' }, { itemId: 'it_F10', terminalId: 'w5' }).map((c) => c.collection); // ['connections', 'cables']
 */
export function connectTerminals(
  board: { items: readonly { id: Id; place: Surface }[]; cables: readonly Pick<Cable, 'designation'>[] },
  from: TerminalRef,
  to: TerminalRef,
  options: { seed?: string; takenNames?: readonly string[] } = {},
): Command[] {
  const made = options.seed && fingerprint([options.seed, from, to]).slice(0, 12);
  const id = (prefix: string) => (made ? `${prefix}_${made}` : newId(prefix));
  const items = new Map(board.items.map((i) => [i.id, i]));
  const [a, b] = [items.get(from.itemId), items.get(to.itemId)];
  if (!a || !b) return [];
  const connection: Connection = { id: id('cn'), from, to };
  const cable: Cable = {
    id: id('cb'),
    designation: nextWireName(board.cables, options.takenNames),
    cores: [
      {
        id: id('co'),
        connectionId: connection.id,
        colour: { mode: 'auto' },
        fromLug: { mode: 'auto' },
        toLug: { mode: 'auto' },
        remark: null,
      },
    ],
    segments: defaultSegments(a, b, (n) => `${id('sg')}${n}`),
    conductorMm2: { mode: 'auto' },
    material: 'copper',
  };
  return [
    { kind: 'add', collection: 'connections', value: connection, index: null },
    { kind: 'add', collection: 'cables', value: cable, index: null },
  ];
}

/**
 * A second cable like the first, beside it between the same terminals: a doubled lead. Its choices start automatic.
 * @param options.seed makes the new ids repeatable, for fixes offered by findings
 * @example
 * duplicateCable(board, board.cables[0]).map((c) => c.kind); // ['add', 'add']
 */
export function duplicateCable(
  board: { connections: readonly Connection[]; cables: readonly Pick<Cable, 'designation'>[] },
  cable: Pick<Cable, 'id' | 'cores' | 'segments' | 'material'>,
  options: { seed?: string } = {},
): Command[] {
  const made = options.seed && fingerprint([options.seed, cable.id]).slice(0, 12);
  const id = (prefix: string, n = 0) => (made ? `${prefix}_${made}${n || ''}` : newId(prefix));
  const connections = cable.cores.flatMap((core, n) => {
    const own = board.connections.find((c) => c.id === core.connectionId);
    return own ? [{ core, connection: { ...own, id: id('cn', n) } }] : [];
  });
  const copy: Cable = {
    id: id('cb'),
    designation: nextWireName(board.cables),
    cores: connections.map(({ core, connection }, n) => ({ ...core, id: id('co', n), connectionId: connection.id })),
    segments: cable.segments.map((s, n) => ({ ...s, id: id('sg', n) })),
    conductorMm2: { mode: 'auto' },
    material: cable.material,
  };
  return [
    ...connections.map(
      ({ connection }): Command => ({ kind: 'add', collection: 'connections', value: connection, index: null }),
    ),
    { kind: 'add', collection: 'cables', value: copy, index: null },
  ];
}

/**
 * Terminals a wire ends at, as `item terminal`.
 * @example
 * [...usedTerminals([{ id: 'c', from: { itemId: 'a', terminalId: 'x' }, to: { itemId: 'b', terminalId: 'y' } }])]; // ['a x', 'b y']
 */
export const usedTerminals = (connections: readonly Connection[]): Set<string> =>
  new Set(connections.flatMap((c) => [c.from, c.to]).map((r) => `${r.itemId} ${r.terminalId}`));

/**
 * Terminals of an item that nothing is connected to, in the part's order.
 * @example
 * freeTerminals(board, board.items[2], parts.get('bar-plus-6x8')).length; // 4
 */
export function freeTerminals(board: Pick<Board, 'connections'>, item: Item, part: Part): Part['terminals'] {
  const used = new Set(
    board.connections
      .flatMap((c) => [c.from, c.to])
      .filter((r) => r.itemId === item.id)
      .map((r) => r.terminalId),
  );
  return part.terminals.filter((t) => !used.has(t.id));
}

/**
 * Takes wires off the board: their connections, and the cables whose last core that was.
 * @example
 * removeConnections(board, new Set([board.connections[0].id])).map((c) => c.kind); // ['remove', 'remove']
 */
export function removeConnections(board: Board, connectionIds: ReadonlySet<Id>): Command[] {
  const commands: Command[] = [];
  for (const cable of board.cables) {
    const left = cable.cores.filter((c) => !connectionIds.has(c.connectionId));
    if (left.length === cable.cores.length) continue;
    if (left.length === 0) commands.push({ kind: 'remove', collection: 'cables', id: cable.id });
    else commands.push({ kind: 'set', collection: 'cables', id: cable.id, field: 'cores', value: left });
  }
  for (const item of board.items) {
    const touches = item.stacks.some(
      (s) => s.order.mode === 'locked' && s.order.value.some((c) => connectionIds.has(c)),
    );
    if (touches)
      commands.push({
        kind: 'set',
        collection: 'items',
        id: item.id,
        field: 'stacks',
        value: item.stacks.map((s) =>
          s.order.mode === 'locked'
            ? { ...s, order: { ...s.order, value: s.order.value.filter((c) => !connectionIds.has(c)) } }
            : s,
        ),
      });
  }
  for (const id of connectionIds) commands.push({ kind: 'remove', collection: 'connections', id });
  return commands;
}
