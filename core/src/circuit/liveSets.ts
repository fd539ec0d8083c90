import type { Board, Id } from '../board/board.ts';
import { partIndex } from '../board/references.ts';
import type { Catalogue } from '../catalogue/part.ts';
import { buildNetlist } from '../stages/netlist/netlist.ts';
import { neighbours, reachedFrom } from '../stages/netlist/reach.ts';

export interface LiveRow {
  /** Which switches are closed, by item; all fuses are in. */
  closed: Id[];
  /** Items with a live plus side, and what makes them live. */
  live: { itemId: Id; by: Id[] }[];
}

export interface LiveSets {
  switches: Id[];
  rows: LiveRow[];
  /** In which order to open them so that every step leaves less alive than the one before. */
  order: Id[];
  /** What no switch of the board can make dead. */
  never: { itemId: Id; by: Id[] }[];
}

/** Above this many switches only the all-closed, all-open and single-open cases are worked out. */
const ALL_COMBINATIONS_UP_TO = 8;

/**
 * What is still live for every combination of the switches. Batteries and feeds make their side live; a solar
 * controller or a mains charger makes its output live by itself, with the battery switched off; a DC-DC charger does so
 * while its input is live.
 */
export function liveSets(board: Board, catalogue: Catalogue): LiveSets {
  const parts = partIndex(board, catalogue);
  const netlist = buildNetlist(board.items, parts, board.connections);
  const switches = [...new Set(netlist.branches.flatMap((b) => (b.kind === 'contact' && b.itemId ? [b.itemId] : [])))];
  const sources: { itemId: Id; node: number }[] = [
    ...netlist.sources.map((s) => ({ itemId: s.item.id, node: s.plus })),
    ...netlist.solar.map((s) => ({ itemId: s.item.id, node: s.plus })),
    ...netlist.chargers
      .filter((c) => c.element.source === 'solar')
      .map((c) => ({ itemId: c.item.id, node: c.output.plus })),
    ...netlist.mainsChargers.map((m) => ({ itemId: m.item.id, node: m.plus })),
  ];
  const dcdc = netlist.chargers.filter((c) => c.element.source !== 'solar');
  const minusNodes = new Set(netlist.sources.map((s) => s.minus));
  const at = (closed: ReadonlySet<Id>): LiveRow['live'] => {
    const near = neighbours(netlist, (b) => b.kind !== 'contact' || closed.has(b.itemId!));
    const by = new Map<number, Set<Id>>();
    const spread = (source: { itemId: Id; node: number }) => {
      for (const node of reachedFrom(near, [source.node], (n) => minusNodes.has(n))) {
        if (!by.has(node)) by.set(node, new Set());
        by.get(node)!.add(source.itemId);
      }
    };
    for (const source of sources) spread(source);
    // A DC-DC charger feeds its output as long as something feeds its input; one may stand behind another.
    const waiting = new Set(dcdc);
    for (let before = -1; before !== waiting.size; ) {
      before = waiting.size;
      for (const charger of waiting)
        if (by.has(charger.input.plus)) {
          waiting.delete(charger);
          spread({ itemId: charger.item.id, node: charger.output.plus });
        }
    }
    const items = new Map<Id, Set<Id>>();
    for (const [key, node] of netlist.nodeOf) {
      const makers = by.get(node);
      if (!makers) continue;
      const itemId = key.slice(0, key.indexOf(' '));
      const own = items.get(itemId) ?? new Set<Id>();
      for (const m of makers) own.add(m);
      items.set(itemId, own);
    }
    return [...items].map(([itemId, makers]) => ({ itemId, by: [...makers] }));
  };
  const combinations: Id[][] =
    switches.length <= ALL_COMBINATIONS_UP_TO
      ? Array.from({ length: 2 ** switches.length }, (_, bits) => switches.filter((_s, i) => (bits >> i) & 1))
      : [switches, ...switches.map((s) => switches.filter((x) => x !== s)), []];
  const rows = combinations
    .map((closed) => ({ closed, live: at(new Set(closed)) }))
    .sort((a, b) => b.closed.length - a.closed.length);
  const order: Id[] = [];
  const closed = new Set(switches);
  while (closed.size > 0) {
    // Each step opens the switch that leaves least alive; ties in the order of the board.
    let best: { id: Id; live: number } | null = null;
    for (const id of switches) {
      if (!closed.has(id)) continue;
      const live = at(new Set([...closed].filter((x) => x !== id))).length;
      if (!best || live < best.live) best = { id, live };
    }
    order.push(best!.id);
    closed.delete(best!.id);
  }
  return { switches, rows, order, never: at(new Set()) };
}
