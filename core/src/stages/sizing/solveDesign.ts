import { inject } from './electrical.ts';
import { leftShare, withoutSource } from './lostBattery.ts';
import { branchOhm, circuitIn, GREATER, type SizingState, shareIn, type Work } from './state.ts';
import { transferFigure } from './transferFigure.ts';

/** Solves the network of every state with the sizes as they stand: the design current of every branch is the largest. */
export function solveDesign(state: SizingState): void {
  const { designA, lostAt, workAt, works, netlist } = state;
  designA.fill(0);
  lostAt.fill(-1);
  workAt.fill(0);
  state.barA.fill(0);
  const ohm = branchOhm(state, 'hottest');
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
  /** Of those that take turns, in each branch only the one counts that asks most of it. */
  const way = (all: readonly number[]) => {
    const turns = turnsAmong(state.flows, all);
    const alone = new Set(turns.flat());
    const base = together(all.filter((f) => !alone.has(f)));
    const extraA = turns.length > 0 ? mostOfTurns(state, work, turns, (b) => branchA(base, b)) : null;
    return {
      ampsAt: (b: number): number => branchA(base, b) + (extraA?.[b] ?? 0),
      // With a battery lost all of them are reckoned with: what is left must bear the worst.
      everything: turns.length > 0 ? together(all) : base,
    };
  };
  const [out, back] = [way(work.out), way(work.back)];
  const take = (b: number, amps: number, lost: number) => {
    if (amps <= designA[b]! * (lost < 0 && w === 0 ? 1 : GREATER)) return;
    designA[b] = amps;
    lostAt[b] = lost;
    workAt[b] = w;
  };
  for (let b = 0; b < designA.length; b++) take(b, Math.max(Math.abs(out.ampsAt(b)), Math.abs(back.ampsAt(b))), -1);
  // What goes into a bar comes out: half of all that touches it, discharging or charging but never both.
  netlist.bars.forEach(({ node }, i) => {
    for (const amps of [out.ampsAt, back.ampsAt]) {
      const through = state.touching[node]!.reduce((s, b) => s + Math.abs(amps(b)) / 2, 0);
      if (through > state.barA[i]! * GREATER) {
        state.barA[i] = through;
        state.barWorkAt[i] = w;
      }
    }
  });
  for (const lost of state.losable)
    for (const nodeV of [out.everything, back.everything]) {
      const left = withoutSource(circuit, nodeV, lost);
      if (!left) continue;
      const part = nodeV === out.everything ? leftShare(circuit, left, lost) : 1;
      for (let b = 0; b < designA.length; b++) take(b, part * Math.abs(branchA(left, b)), lost);
    }
}

/** Flows that take turns, group by group, among those that run in a state. */
export function turnsAmong(flows: SizingState['flows'], running: readonly number[]): number[][] {
  const groups = new Map<string, number[]>();
  for (const f of running) {
    const group = flows[f]!.turnsIn;
    if (group === null) continue;
    const own = groups.get(group);
    if (own) own.push(f);
    else groups.set(group, [f]);
  }
  return [...groups.values()].filter((g) => g.length > 1);
}

/** By branch what the loads that take turns add at most, signed as what flows there anyway. */
function mostOfTurns(
  state: SizingState,
  work: Work,
  turns: readonly (readonly number[])[],
  baseA: (branch: number) => number,
): Float64Array {
  const extraA = new Float64Array(state.designA.length);
  for (const group of turns) {
    const each = group.map((f) => ({ share: shareIn(state, work, f), amps: state.flows[f]!.designCurrentA }));
    for (let b = 0; b < extraA.length; b++) {
      let most = 0;
      for (const { share, amps } of each) {
        const own = share[b]! * amps;
        if (Math.abs(baseA(b) + extraA[b]! + own) > Math.abs(baseA(b) + extraA[b]! + most)) most = own;
      }
      extraA[b]! += most;
    }
  }
  return extraA;
}
