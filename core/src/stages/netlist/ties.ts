import type { Polarity } from '../../document/part/part.ts';
import type { Branch, Netlist } from './netlist.ts';
import { nominalEmfV, SAME_SIDE_V } from './potentials.ts';

/**
 * The netlist without the wires that tie the plus of a source to its own minus through nothing but conductors. With such
 * a wire in, nothing else can be worked out; it is told for what it is, and the rest is judged as if it were gone.
 * Of the wires in a ring the one between a plus mark and a minus mark is meant.
 */
export function withoutTies(netlist: Netlist): Netlist {
  const poleAt = (node: number): Polarity => netlist.marks.get(node) ?? 'none';
  const ties: Netlist['ties'] = [...netlist.ties];
  let { branches } = netlist;
  for (const { connectionId, differenceV } of acrossBank(netlist, poleAt)) {
    ties.push({ connectionId, differenceV });
    branches = branches.filter((b) => b.connectionId !== connectionId);
  }
  for (const source of netlist.sources) {
    // Each round takes one wire out, so it ends.
    for (let round = 0; round < netlist.branches.length; round++) {
      const way = shortestWay(branches, netlist.nodeCount, source.plus, source.minus);
      const wires = way?.filter((b) => b.connectionId !== null) ?? [];
      if (wires.length === 0) break;
      const opposite = wires.find((b) => {
        const [a, z] = [poleAt(b.a), poleAt(b.b)];
        return a !== 'none' && z !== 'none' && a !== z;
      });
      const culprit = opposite ?? wires.at(-1)!;
      ties.push({ connectionId: culprit.connectionId!, differenceV: nominalEmfV(source) });
      branches = branches.filter((b) => b !== culprit);
    }
  }
  return ties.length === 0 ? netlist : { ...netlist, branches, ties };
}

/**
 * Wires from a plus mark to a minus mark that join two heights of one bank: with batteries in series the ring need not
 * close over a single one. Links from post to post are what makes the bank.
 */
function acrossBank(netlist: Netlist, poleAt: (node: number) => Polarity): Netlist['ties'] {
  const posts = new Set(netlist.sources.flatMap((s) => [s.plus, s.minus]));
  const suspects = netlist.branches.filter((b) => {
    const [a, z] = [poleAt(b.a), poleAt(b.b)];
    return b.connectionId && a !== 'none' && z !== 'none' && a !== z && !(posts.has(b.a) && posts.has(b.b));
  });
  if (suspects.length === 0) return [];
  const rest = netlist.branches.filter((b) => !suspects.includes(b));
  const heightV = heights({ ...netlist, branches: rest });
  return suspects.flatMap((b) => {
    const [a, z] = [heightV.get(b.a), heightV.get(b.b)];
    const differenceV = a && z && a.of === z.of ? Math.abs(a.volts - z.volts) : 0;
    return differenceV > SAME_SIDE_V ? [{ connectionId: b.connectionId!, differenceV }] : [];
  });
}

/** How high each place stands, by the first source of its island that is met. */
function heights(netlist: Netlist): Map<number, { of: number; volts: number }> {
  const near: { to: number; volts: number }[][] = Array.from({ length: netlist.nodeCount }, () => []);
  const edge = (a: number, b: number, volts: number) => {
    near[a]!.push({ to: b, volts });
    near[b]!.push({ to: a, volts: -volts });
  };
  for (const { a, b } of netlist.branches) edge(a, b, 0);
  for (const s of netlist.sources) edge(s.minus, s.plus, nominalEmfV(s));
  const found = new Map<number, { of: number; volts: number }>();
  netlist.sources.forEach((s, of) => {
    if (found.has(s.minus)) return;
    const queue = [s.minus];
    found.set(s.minus, { of, volts: 0 });
    for (const node of queue)
      for (const { to, volts } of near[node]!)
        if (!found.has(to)) {
          found.set(to, { of, volts: found.get(node)!.volts + volts });
          queue.push(to);
        }
  });
  return found;
}

/** Fewest branches from one place to another; null where none lead there. */
function shortestWay(branches: readonly Branch[], nodeCount: number, from: number, to: number): Branch[] | null {
  const at: Branch[][] = Array.from({ length: nodeCount }, () => []);
  for (const b of branches) {
    at[b.a]!.push(b);
    at[b.b]!.push(b);
  }
  const cameBy = new Map<number, Branch | null>([[from, null]]);
  for (const node of cameBy.keys()) {
    if (node === to) break;
    for (const b of at[node]!) {
      const other = b.a === node ? b.b : b.a;
      if (!cameBy.has(other)) cameBy.set(other, b);
    }
  }
  if (!cameBy.has(to)) return null;
  const way: Branch[] = [];
  for (let node = to; ; ) {
    const b = cameBy.get(node);
    if (!b) return way.reverse();
    way.push(b);
    node = b.a === node ? b.b : b.a;
  }
}
