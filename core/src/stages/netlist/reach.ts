import type { Branch, Netlist } from './netlist.ts';

/** For each node the nodes next to it, through the branches that pass. */
export function neighbours(netlist: Netlist, passes: (branch: Branch) => boolean): number[][] {
  const near: number[][] = Array.from({ length: netlist.nodeCount }, () => []);
  for (const b of netlist.branches) {
    if (!passes(b)) continue;
    near[b.a]!.push(b.b);
    near[b.b]!.push(b.a);
  }
  return near;
}

/** Every node reached from some nodes, these included; nodes that stop are neither reached nor passed. */
export function reachedFrom(
  near: readonly (readonly number[])[],
  starts: Iterable<number>,
  stops: (node: number) => boolean = () => false,
): Set<number> {
  const seen = new Set<number>();
  for (const start of starts) if (!stops(start)) seen.add(start);
  // A set hands out what is added while it is walked.
  for (const node of seen) for (const other of near[node]!) if (!stops(other)) seen.add(other);
  return seen;
}
