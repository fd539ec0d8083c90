import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { TerminalRef } from '../document/connection/connection.ts';
import type { Part } from '../document/part/part.ts';
import type { BenchModel } from './benchModel.ts';

/** What somebody who looks for a fault has in front of them, by the names on the labels. */
export interface PracticeSheet {
  /** Where tips can be put. */
  points: { ref: TerminalRef; says: string }[];
  leads: { connectionId: Id; says: string; currentA: number }[];
  seats: { key: string; says: string }[];
  loads: { flowKey: string; itemId: Id; says: string }[];
  chargers: { itemId: Id; says: string; from: string }[];
  inverters: { itemId: Id; says: string }[];
  wokenLast: boolean;
}

/**
 * The names of a practice board: nothing here tells what is hidden in it.
 * @example
 * practiceSheet(board, parts, { simulated, facts: { wokenLast: false, seats: [], chargers: [], inverters: [] }, currentA: new Map(), areaMm2: new Map() }).seats; // []
 */
export function practiceSheet(board: Board, parts: ReadonlyMap<Id, Part>, model: BenchModel): PracticeSheet {
  const items = new Map(board.items.map((i) => [i.id, i]));
  const name = (id: Id) => items.get(id)?.designation ?? id;
  const at = (ref: TerminalRef) => `${name(ref.itemId)}:${ref.terminalId}`;
  const cableOf = new Map(board.cables.flatMap((c) => c.cores.map((k) => [k.connectionId, c.designation] as const)));
  const { facts, simulated } = model;
  const seatName = (key: string, itemId: Id) => {
    const many = facts.seats.filter((s) => s.itemId === itemId).length > 1;
    return many ? `${name(itemId)}:${key.split('/').at(-1)}` : name(itemId);
  };
  const wired = new Set(board.connections.flatMap((c) => [at(c.from), at(c.to)]));
  return {
    points: board.items.flatMap((item) =>
      (parts.get(item.partId)?.terminals ?? []).flatMap((t) => {
        const ref = { itemId: item.id, terminalId: t.id };
        return t.domain === 'dc' && wired.has(at(ref)) ? [{ ref, says: at(ref) }] : [];
      }),
    ),
    leads: board.connections.flatMap((c) =>
      model.currentA.has(c.id)
        ? [
            {
              connectionId: c.id,
              says: `${cableOf.get(c.id) ?? c.id}: ${at(c.from)} to ${at(c.to)}`,
              currentA: model.currentA.get(c.id)!,
            },
          ]
        : [],
    ),
    seats: facts.seats.map((s) => ({ key: s.key, says: seatName(s.key, s.itemId) })),
    loads: simulated.flows.flatMap((f) =>
      f.way === 'discharge' && !f.key.endsWith('/input')
        ? [{ flowKey: f.key, itemId: f.itemId, says: name(f.itemId) }]
        : [],
    ),
    chargers: facts.chargers.map((c) => ({ itemId: c.itemId, says: name(c.itemId), from: c.from })),
    inverters: facts.inverters.map((i) => ({ itemId: i.itemId, says: name(i.itemId) })),
    wokenLast: facts.wokenLast,
  };
}
