import type { Netlist, Port } from '../netlist/netlist.ts';
import { reachedFrom } from '../netlist/reach.ts';

/** Where devices stand to the conductors of a wiring: nearer to a source, or at the end of the same run. */
export interface Positions {
  /** Steps from the nearest source's plus, by branch; Infinity where none leads there. */
  depth: Float64Array;
  /** By branch: the fuses a run ends on, to either side, with nothing branching off before. */
  runEnds: number[][];
}

/**
 * Positions in one state.
 * @param closed by branch, 1 where it conducts; @param sources places of the sources that are in
 */
export function positionsOf(netlist: Netlist, closed: Uint8Array, without: number): Positions {
  const { branches, nodeCount } = netlist;
  const at: number[][] = Array.from({ length: nodeCount }, () => []);
  branches.forEach(({ a, b }, i) => {
    if (!closed[i] || a === b) return;
    at[a]!.push(i);
    at[b]!.push(i);
  });
  const steps = new Float64Array(nodeCount).fill(Number.POSITIVE_INFINITY);
  const starts = netlist.sources.filter((_, i) => i !== without).map((s) => s.plus);
  for (const s of starts) steps[s] = 0;
  const near = at.map((own, node) => own.map((i) => (branches[i]!.a === node ? branches[i]!.b : branches[i]!.a)));
  // A set hands out what is added while it is walked, in that order: breadth first.
  for (const node of reachedFrom(near, starts))
    for (const other of near[node]!) steps[other] = Math.min(steps[other]!, steps[node]! + 1);
  const through = portsOf(netlist);
  const bars = new Set(netlist.bars.map((b) => b.node));
  return {
    depth: Float64Array.from(branches, ({ a, b }) => Math.min(steps[a]!, steps[b]!)),
    runEnds: branches.map((branch, b) => {
      if (branch.kind !== 'wire' || !closed[b]) return [];
      return [...new Set([...endFrom(b, branch.a), ...endFrom(b, branch.b)])];
    }),
  };

  function endFrom(start: number, node: number): number[] {
    let [last, here] = [start, node];
    for (let n = 0; n < branches.length; n++) {
      // A bar is there for more to be put on it, whatever hangs on it today.
      if (bars.has(here)) return [];
      const onward = at[here]!.filter((i) => i !== last);
      if (onward.length === 0) {
        // What hangs alone at the end of both its wires passes on what comes: its two wires are one run.
        const other = through.get(here);
        if (other === undefined || at[other]!.length !== 1) return [];
        [last, here] = [-1, other];
        continue;
      }
      const next = onward[0]!;
      if (onward.length > 1) return [];
      if (branches[next]!.kind === 'fuseSeat') return onward;
      const { a, b } = branches[next]!;
      [last, here] = [next, a === here ? b : a];
    }
    return [];
  }
}

/** From each pole of what gives or takes current to its other pole. */
function portsOf(netlist: Netlist): Map<number, number> {
  const across = new Map<number, number>();
  const ports: Pick<Port, 'plus' | 'minus'>[] = [
    ...netlist.consumers,
    ...netlist.charging,
    ...netlist.chargers.flatMap((c) => [c.input, c.output]),
    ...netlist.sources,
    ...netlist.solar,
  ];
  for (const { plus, minus } of ports) {
    across.set(plus, minus);
    across.set(minus, plus);
  }
  return across;
}
