import type { Polarity } from '../../document/part/part.ts';
import type { Branch, Netlist } from './netlist.ts';
import { nominalEmfV } from './potentials.ts';

/**
 * The netlist without the wires that tie the plus of a source to its own minus through nothing but conductors. With such
 * a wire in, nothing else can be worked out; it is told for what it is, and the rest is judged as if it were gone.
 * @param poleAt what a place is by its terminals' own marks: of the wires in the ring, the one between two marks is meant
 */
export function withoutTies(netlist: Netlist, poleAt: (node: number) => Polarity): Netlist {
  const ties: Netlist['ties'] = [...netlist.ties];
  let { branches } = netlist;
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
