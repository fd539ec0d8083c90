import type { Flow } from '../demand/demand.ts';
import { circuitOf, inject } from './electrical.ts';
import { leftShare, withoutSource } from './lostBattery.ts';
import { branchOhm, GREATER, type SizingState } from './state.ts';

/** Solves the network with the sizes as they stand: the design current of every branch. */
export function solveDesign(state: SizingState): void {
  const { netlist, flows, relations, designA, lostAt } = state;
  state.circuit = circuitOf(netlist, branchOhm(state, true));
  const { circuit } = state;
  // Shares depend on sizes only where a flow divides; who is in series with whom, never.
  if (relations.divides) state.share = new Map();
  // The network is linear, so all flows of one way are solved together.
  const together = (ways: (way: Flow['way']) => boolean): Float64Array => {
    const injection = new Float64Array(netlist.nodeCount);
    for (const flow of flows) if (ways(flow.way)) inject(flow, flow.designCurrentA, injection);
    return circuit.network.solve(injection);
  };
  const branchA = (nodeV: Float64Array, b: number): number => {
    const branch = netlist.branches[b]!;
    return (nodeV[branch.a]! - nodeV[branch.b]!) * circuit.conductanceS[b]!;
  };
  const [out, back] = [together((w) => w !== 'charge'), together((w) => w === 'charge')];
  for (let b = 0; b < designA.length; b++) {
    designA[b] = Math.max(Math.abs(branchA(out, b)), Math.abs(branchA(back, b)));
    lostAt[b] = -1;
  }
  for (const lost of state.losable)
    for (const nodeV of [out, back]) {
      const left = withoutSource(circuit, nodeV, lost);
      if (!left) continue;
      const part = nodeV === out ? leftShare(circuit, left, lost) : 1;
      for (let b = 0; b < designA.length; b++) {
        const amps = part * Math.abs(branchA(left, b));
        if (amps <= designA[b]! * GREATER) continue;
        designA[b] = amps;
        lostAt[b] = lost;
      }
    }
  // To the nanoampere: rounding of the solver shall not make a current look new.
  for (let b = 0; b < designA.length; b++) designA[b] = Math.round(designA[b]! * 1e9) / 1e9;
}
