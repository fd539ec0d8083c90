import { chargingOf, elementKindOf, isIn } from '../devices/registry.ts';
import type { Id } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Item } from '../document/item/item.ts';
import { type Catalogue, isBreaker } from '../document/part/part.ts';
import { partIndex } from '../document/references.ts';
import { type Branch, buildNetlist } from '../stages/netlist/netlist.ts';
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

/** Something that makes a node live. */
interface Given {
  itemId: Id;
  node: number;
}

/** Above this many switches only the all-closed, all-open and single-open cases are worked out. */
const ALL_COMBINATIONS_UP_TO = 8;

/**
 * What is still live for every combination of the switches, breakers among them. Batteries, feeds, modules and mains
 * inlets make their side live; a solar controller makes its output live by itself, with the battery switched off; a
 * DC-DC charger, a mains charger, an inverter and a transfer relay do so while something feeds them.
 * @example
 * liveSets(board, catalogue).rows.length; // 1
 */
export function liveSets(board: Board, catalogue: Catalogue): LiveSets {
  const parts = partIndex(board, catalogue);
  const netlist = buildNetlist(board.items, parts, board.connections);
  /** What a hand opens: switches, relays and breakers. Outputs of a battery's or an engine's own electronics are not. */
  const opens = (b: Branch): boolean =>
    (b.element?.kind === 'contact' && b.element.follows === null) ||
    (b.element?.kind === 'fuseSeat' && isBreaker(b.element.style));
  const switches = [...new Set(netlist.branches.flatMap((b) => (b.itemId && opens(b) ? [b.itemId] : [])))];
  const nodeAt = (item: Item, terminalId: Id): number => netlist.nodeOf.get(`${item.id} ${terminalId}`)!;
  const wired = new Set(
    board.connections.flatMap((c) => [c.from, c.to]).map((r) => netlist.nodeOf.get(`${r.itemId} ${r.terminalId}`)!),
  );
  const sources: Given[] = [
    ...netlist.sources.map((s) => ({ itemId: s.item.id, node: s.plus })),
    ...netlist.solar.map((s) => ({ itemId: s.item.id, node: s.plus })),
    ...netlist.chargers
      .filter((c) => c.element.source === 'solar')
      .map((c) => ({ itemId: c.item.id, node: c.output.plus })),
  ];
  // What feeds on as long as something feeds it: one may stand behind another.
  const passing: (Given & { needs: number[] })[] = netlist.chargers
    .filter((c) => c.element.source !== 'solar')
    .map((c) => ({ itemId: c.item.id, needs: [c.input.plus], node: c.output.plus }));
  for (const item of board.items)
    for (const e of parts.get(item.partId)?.elements ?? []) {
      if (isIn(e, 'charging')) {
        const node = nodeAt(item, e.plus);
        const fedAt = chargingOf(e).fedAt(e);
        const input = fedAt === null ? null : nodeAt(item, fedAt);
        // Nobody has drawn where its mains comes from: taken as plugged in.
        if (input === null || !wired.has(input)) sources.push({ itemId: item.id, node });
        else passing.push({ itemId: item.id, needs: [input], node });
        continue;
      }
      const made = elementKindOf(e).makesLive?.(e as never);
      if (!made) continue;
      const node = nodeAt(item, made.at);
      if (made.whileLive.length === 0) sources.push({ itemId: item.id, node });
      else passing.push({ itemId: item.id, needs: made.whileLive.map((t) => nodeAt(item, t)), node });
    }
  const minusNodes = new Set(netlist.sources.map((s) => s.minus));
  const at = (closed: ReadonlySet<Id>): LiveRow['live'] => {
    const near = neighbours(netlist, (b) => !opens(b) || closed.has(b.itemId!));
    const by = new Map<number, Set<Id>>();
    const spread = (source: Given) => {
      for (const node of reachedFrom(near, [source.node], (n) => minusNodes.has(n))) {
        if (!by.has(node)) by.set(node, new Set());
        by.get(node)!.add(source.itemId);
      }
    };
    for (const source of sources) spread(source);
    const waiting = new Set(passing);
    for (let before = -1; before !== waiting.size; ) {
      before = waiting.size;
      for (const device of waiting)
        if (device.needs.some((n) => by.has(n))) {
          waiting.delete(device);
          spread(device);
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
