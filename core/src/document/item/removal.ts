import { deviceOf } from '../../devices/registry.ts';
import type { Id } from '../basics.ts';
import type { Board } from '../board.ts';
import { applyCommands, type Command } from '../commands.ts';
import { connectTerminals } from '../connection/connect.ts';
import type { TerminalRef } from '../connection/connection.ts';
import type { Part } from '../part/part.ts';
import { removeItems } from './items.ts';

/** What may be done with a part that is taken off. */
export interface Removal {
  /** It and its wires, and nothing else. */
  alone: Command[];
  /** With the fuses, switches and holes that serve nothing but it; null where there are none. */
  withOwn: { commands: Command[]; itemIds: Id[]; holes: number } | null;
  /** Its two neighbours joined in its place; null where it does not stand in one line. */
  closed: { commands: Command[]; from: TerminalRef; to: TerminalRef } | null;
}

const ends = (board: Pick<Board, 'connections'>, itemId: Id) =>
  board.connections.flatMap((c) => {
    if (c.from.itemId === itemId) return [{ own: c.from, other: c.to }];
    if (c.to.itemId === itemId) return [{ own: c.to, other: c.from }];
    return [];
  });

/** A fuse or a switch in one line: it serves what lies on either side of it and nothing more. */
const isInLine = ({ kind, elements, terminals }: Part): boolean =>
  deviceOf(kind).between &&
  terminals.length <= 4 &&
  elements.length > 0 &&
  elements.every((e) => e.kind === 'fuseSeat' || e.kind === 'contact');

/** Parts that stand in a line to one of these and would hang on it with one end loose. */
function companions(board: Pick<Board, 'items' | 'connections'>, parts: ReadonlyMap<Id, Part>, itemId: Id): Set<Id> {
  const gone = new Set([itemId]);
  for (let before = 0; before !== gone.size; ) {
    before = gone.size;
    for (const item of board.items) {
      const part = parts.get(item.partId);
      if (gone.has(item.id) || !part || !isInLine(part)) continue;
      const wires = ends(board, item.id);
      const terminals = new Set(wires.map((w) => w.own.terminalId));
      const loose = [...terminals].some((t) => wires.every((w) => w.own.terminalId !== t || gone.has(w.other.itemId)));
      if (loose) gone.add(item.id);
    }
  }
  gone.delete(itemId);
  return gone;
}

/** Takes the holes away that only cables of these parts went through. */
function emptyHoles(board: Board, after: Board): Command[] {
  const used = (b: Board) =>
    new Set(b.cables.flatMap((c) => c.segments.flatMap((s) => (s.kind === 'passThrough' ? [s.holeId] : []))));
  const [before, now] = [used(board), used(after)];
  return after.panels.flatMap((p): Command[] => {
    const holes = p.holes.filter((h) => !before.has(h.id) || now.has(h.id));
    return holes.length === p.holes.length
      ? []
      : [{ kind: 'set', collection: 'panels', id: p.id, field: 'holes', value: holes }];
  });
}

/**
 * What may be done with a part that is taken off: it alone, with what serves nothing but it, or the gap closed behind it.
 * @example
 * removalOf(board, parts, 'it_E1').closed; // null
 */
export function removalOf(board: Board, parts: ReadonlyMap<Id, Part>, itemId: Id): Removal {
  const alone = removeItems(board, new Set([itemId]));
  const own = companions(board, parts, itemId);
  const all = removeItems(board, new Set([itemId, ...own]));
  const holes = emptyHoles(board, applyCommands(board, all).board);
  const count = holes.reduce((n, c) => {
    if (c.kind !== 'set' || c.collection !== 'panels') return n;
    return n + board.panels.find((p) => p.id === c.id)!.holes.length - (c.value as unknown[]).length;
  }, 0);
  return {
    alone,
    withOwn: own.size + count > 0 ? { commands: [...all, ...holes], itemIds: [...own], holes: count } : null,
    closed: closedGap(board, parts, itemId, alone),
  };
}

function closedGap(board: Board, parts: ReadonlyMap<Id, Part>, itemId: Id, alone: Command[]): Removal['closed'] {
  const part = parts.get(board.items.find((i) => i.id === itemId)?.partId ?? '');
  const wires = ends(board, itemId);
  const [a, b] = wires;
  const inLine = part && isInLine(part) && wires.length === 2 && a!.own.terminalId !== b!.own.terminalId;
  if (!inLine || a!.other.itemId === b!.other.itemId) return null;
  const [from, to] = [a!.other, b!.other];
  const left = applyCommands(board, alone).board;
  return { commands: [...alone, ...connectTerminals(left, from, to)], from, to };
}
