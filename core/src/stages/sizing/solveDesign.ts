import { inject } from './electrical.ts';
import { leftShare, withoutSource } from './lostBattery.ts';
import { branchOhm, circuitIn, GREATER, type SizingState, type Work } from './state.ts';
import { transferFigure } from './transferFigure.ts';

/** Solves the network of every state with the sizes as they stand: the design current of every branch is the largest. */
export function solveDesign(state: SizingState): void {
  const { designA, lostAt, workAt, works, netlist } = state;
  designA.fill(0);
  lostAt.fill(-1);
  workAt.fill(0);
  state.barA.fill(0);
  const ohm = branchOhm(state, true);
  works.forEach((work, w) => {
    work.circuit = circuitIn(netlist, work, ohm);
    // Shares depend on sizes only where a flow divides; who is in series with whom, never.
    if (work.relations.divides) work.share = new Map();
    if (work.without >= 0) giveTransfers(state, work);
    solveWork(state, work, w);
  });
  // To the nanoampere: rounding of the solver shall not make a current look new.
  for (let b = 0; b < designA.length; b++) designA[b] = Math.round(designA[b]! * 1e9) / 1e9;
}

/** What an alternator gives into the bank it is joined to: the voltage gap over the loop, and no more than its rating. */
function giveTransfers(state: SizingState, work: Work): void {
  for (const transfer of state.transfers) {
    if (transfer.feed !== work.without) continue;
    const flow = state.flows.find((f) => f.key === transfer.key)!;
    const { plus, minus } = transfer.port;
    flow.designCurrentA = transferFigure(state, transfer, work.circuit.network.resistanceOhm(plus, minus), null);
    flow.operating = { kind: 'current', currentA: flow.designCurrentA };
  }
}

function solveWork(state: SizingState, work: Work, w: number): void {
  const { netlist, flows, designA, lostAt, workAt } = state;
  const { circuit } = work;
  // The network is linear, so all flows of one way are solved together.
  const together = (which: readonly number[]): Float64Array => {
    const injection = new Float64Array(netlist.nodeCount);
    for (const f of which) inject(flows[f]!, flows[f]!.designCurrentA, injection);
    return circuit.network.solve(injection);
  };
  const branchA = (nodeV: Float64Array, b: number): number => {
    const branch = netlist.branches[b]!;
    return (nodeV[branch.a]! - nodeV[branch.b]!) * circuit.conductanceS[b]!;
  };
  const [out, back] = [together(work.out), together(work.back)];
  const take = (b: number, amps: number, lost: number) => {
    if (amps <= designA[b]! * (lost < 0 && w === 0 ? 1 : GREATER)) return;
    designA[b] = amps;
    lostAt[b] = lost;
    workAt[b] = w;
  };
  for (let b = 0; b < designA.length; b++) take(b, Math.max(Math.abs(branchA(out, b)), Math.abs(branchA(back, b))), -1);
  // What goes into a bar comes out: half of all that touches it, discharging or charging but never both.
  netlist.bars.forEach(({ node }, i) => {
    for (const nodeV of [out, back]) {
      const through = state.touching[node]!.reduce((s, b) => s + Math.abs(branchA(nodeV, b)) / 2, 0);
      if (through > state.barA[i]! * GREATER) {
        state.barA[i] = through;
        state.barWorkAt[i] = w;
      }
    }
  });
  for (const lost of state.losable)
    for (const nodeV of [out, back]) {
      const left = withoutSource(circuit, nodeV, lost);
      if (!left) continue;
      const part = nodeV === out ? leftShare(circuit, left, lost) : 1;
      for (let b = 0; b < designA.length; b++) take(b, part * Math.abs(branchA(left, b)), lost);
    }
}
