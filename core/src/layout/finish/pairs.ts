import type { Id } from '../../document/basics.ts';
import type { Board } from '../../document/board.ts';
import type { Part } from '../../document/part/part.ts';
import { placedTerminal, terminalOf } from '../../stages/lengths/geometry.ts';

/** Terminals farther apart than this are no pair, mm. Common practice, no source. */
const APART_MM = 120;

/**
 * Cables that belong side by side: plus and minus that leave one thing the same way, each with its nearest.
 * @returns of a cable those it belongs beside
 * @example
 * pairsOf({ ...board, cables: [] }, parts).size; // 0
 */
export function pairsOf(board: Board, parts: ReadonlyMap<Id, Part>): Map<Id, Set<Id>> {
  const lookup = { items: new Map(board.items.map((i) => [i.id, i])), parts };
  const connections = new Map(board.connections.map((c) => [c.id, c]));
  interface Leaves {
    cableId: Id;
    xMm: number;
    yMm: number;
  }
  const leaving = new Map<string, { plus: Leaves[]; minus: Leaves[] }>();
  for (const cable of board.cables) {
    const connection = connections.get(cable.cores[0]?.connectionId ?? '');
    // What has more cores than one is its own pair.
    if (!connection || cable.cores.length > 1 || cable.material === 'flatCopper') continue;
    for (const ref of [connection.from, connection.to]) {
      const end = terminalOf(ref, lookup);
      const placed = end && placedTerminal(end.item, end.terminal);
      const polarity = end?.terminal.polarity;
      if (!placed || (polarity !== 'plus' && polarity !== 'minus')) continue;
      const key = `${ref.itemId} ${placed.face} ${placed.exitDeg}`;
      const own = leaving.get(key) ?? { plus: [], minus: [] };
      own[polarity].push({ cableId: cable.id, xMm: placed.xMm, yMm: placed.yMm });
      leaving.set(key, own);
    }
  }
  const pairs = new Map<Id, Set<Id>>();
  const put = (a: Id, b: Id) => pairs.set(a, (pairs.get(a) ?? new Set()).add(b));
  for (const { plus, minus } of leaving.values()) {
    const apart = (a: Leaves, b: Leaves) => Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm);
    const nearest = plus
      .flatMap((p) => minus.map((n) => ({ p, n, mm: apart(p, n) })))
      .filter((x) => x.mm <= APART_MM && x.p.cableId !== x.n.cableId)
      .sort((a, b) => a.mm - b.mm);
    const taken = new Set<Leaves>();
    for (const { p, n } of nearest) {
      if (taken.has(p) || taken.has(n)) continue;
      taken.add(p).add(n);
      put(p.cableId, n.cableId);
      put(n.cableId, p.cableId);
    }
  }
  return pairs;
}
