import type { HalfSolve } from '../../solvers/ldl.ts';
import {
  type NetworkPattern,
  networkPattern,
  networkWith,
  type ResistiveNetwork,
} from '../../solvers/resistiveNetwork.ts';
import type { Flow } from '../demand/demand.ts';
import { type DeadEnds, deadEndsOf } from '../netlist/deadEnds.ts';
import type { Branch, Netlist, SourcePort } from '../netlist/netlist.ts';
import { type EmfState, emfV } from '../netlist/potentials.ts';

/** Resistance of each branch, Ω; undefined or infinite leaves the branch open. */
export type BranchOhm = (branch: Branch, index: number) => number;

export interface Circuit {
  netlist: Netlist;
  network: ResistiveNetwork;
  ends: DeadEnds;
  /** By pair of nodes of the core: what one ampere from the one to the other sends through each branch. */
  between: Map<number, Float64Array>;
  conductanceS: Float64Array;
  /** Internal resistance of each stiff source, Ω, in the order of the netlist. */
  sourceOhm: Float64Array;
}

interface Wiring {
  pattern: NetworkPattern;
  ends: DeadEnds;
}

/** Wiring of a netlist in each state, analysed once: sizing solves it many times with other values. */
const knownWiring = new WeakMap<object, Map<string, Wiring>>();
const WIRINGS_KEPT = 64;

function wiringOf(netlist: Netlist, closed: readonly number[], sourcesIn: boolean): Wiring {
  const key = sourcesIn ? (closed.length === netlist.branches.length ? 'all' : closed.join(' ')) : null;
  let kept = knownWiring.get(netlist);
  if (!kept || kept.size > WIRINGS_KEPT) {
    kept = new Map();
    knownWiring.set(netlist, kept);
  }
  const known = key === null ? undefined : kept.get(key);
  if (known) return known;
  const sources = sourcesIn ? netlist.sources : [];
  const conducts = new Set(closed);
  const made = {
    pattern: networkPattern(
      netlist.nodeCount,
      Int32Array.from([...closed.map((i) => netlist.branches[i]!.a), ...sources.map((s) => s.plus)]),
      Int32Array.from([...closed.map((i) => netlist.branches[i]!.b), ...sources.map((s) => s.minus)]),
      netlist.sources.map((s) => s.minus),
    ),
    ends: deadEndsOf(netlist, (b) => conducts.has(b)),
  };
  if (key !== null) kept.set(key, made);
  return made;
}

/** The network with stiff sources as their internal resistance; open branches are left out. */
export function circuitOf(
  netlist: Netlist,
  branchOhm: BranchOhm,
  sourcesIn = true,
  sourceFactor: (source: SourcePort) => number = () => 1,
): Circuit {
  const { branches, sources } = netlist;
  const sourceOhm = new Float64Array(sources.length);
  sources.forEach((s, i) => {
    sourceOhm[i] = s.element.resistanceOhm * sourceFactor(s);
  });
  const conductanceS = new Float64Array(branches.length);
  const closed: number[] = [];
  for (let i = 0; i < branches.length; i++) {
    const ohm = branchOhm(branches[i]!, i);
    if (!Number.isFinite(ohm)) continue;
    conductanceS[i] = 1 / Math.max(ohm, 1e-7);
    closed.push(i);
  }
  const values = new Float64Array(closed.length + (sourcesIn ? sources.length : 0));
  closed.forEach((branch, i) => {
    values[i] = conductanceS[branch]!;
  });
  if (sourcesIn)
    sourceOhm.forEach((ohm, i) => {
      values[closed.length + i] = 1 / ohm;
    });
  const { pattern, ends } = wiringOf(netlist, closed, sourcesIn);
  return { netlist, network: networkWith(pattern, values), ends, between: new Map(), conductanceS, sourceOhm };
}

export function branchCurrents(circuit: Circuit, nodeV: Float64Array): Float64Array {
  const { branches } = circuit.netlist;
  const currents = new Float64Array(branches.length);
  for (let i = 0; i < currents.length; i++) {
    const { a, b } = branches[i]!;
    currents[i] = (nodeV[a]! - nodeV[b]!) * circuit.conductanceS[i]!;
  }
  return currents;
}

/** Where a flow goes in and out. */
type Goes = Pick<Flow, 'way' | 'modules'> & { sink: Pick<Flow['sink'], 'plus' | 'minus'> };

/** Adds one ampere of a flow to an injection vector. */
export function inject(flow: Goes, amps: number, injection: Float64Array): void {
  const sign = flow.way === 'charge' ? 1 : -1;
  injection[flow.sink.plus]! += sign * amps;
  injection[flow.sink.minus]! -= sign * amps;
  if (flow.way !== 'solar') return;
  for (const module of flow.modules) {
    injection[module.plus]! += amps;
    injection[module.minus]! -= amps;
  }
}

/** Share of a flow's current in each branch, signed, −1 … 1. */
export function shareOf(circuit: Circuit, flow: Goes): Float64Array {
  const { netlist, network, ends } = circuit;
  const { plus, minus } = flow.sink;
  if (flow.way === 'solar' || network.islandOf[plus] !== network.islandOf[minus]) {
    const injection = new Float64Array(netlist.nodeCount);
    inject(flow, 1, injection);
    return branchCurrents(circuit, network.solve(injection));
  }
  // In a dead end all of it flows; the core is solved once for all that hang on the same two places.
  const [from, to] = [ends.anchorOf[plus]!, ends.anchorOf[minus]!];
  const sign = flow.way === 'charge' ? 1 : -1;
  const share = from === to ? new Float64Array(netlist.branches.length) : between(circuit, from, to).slice();
  if (sign < 0) for (let b = 0; b < share.length; b++) share[b] = -share[b]!;
  for (let n = plus; ends.parentBranch[n]! >= 0; n = ends.parentNode[n]!) {
    const b = ends.parentBranch[n]!;
    share[b]! += netlist.branches[b]!.a === n ? sign : -sign;
  }
  for (let n = minus; ends.parentBranch[n]! >= 0; n = ends.parentNode[n]!) {
    const b = ends.parentBranch[n]!;
    share[b]! -= netlist.branches[b]!.a === n ? sign : -sign;
  }
  return share;
}

function between(circuit: Circuit, from: number, to: number): Float64Array {
  const { netlist, network, ends } = circuit;
  const key = from * netlist.nodeCount + to;
  let found = circuit.between.get(key);
  if (!found) {
    const injection = new Float64Array(netlist.nodeCount);
    injection[from] = 1;
    injection[to] = -1;
    found = branchCurrents(circuit, network.solve(injection));
    // What rounding of the solver leaves there.
    for (const n of ends.outward) found[ends.parentBranch[n]!] = 0;
    circuit.between.set(key, found);
  }
  return found;
}

export interface OperatingPoint {
  nodeV: Float64Array;
  branchA: Float64Array;
  flowA: number[];
  /** Flows whose voltage collapses: they ask for more power than the line can bring. */
  collapsed: Flow[];
}

const MAX_ITERATIONS = 80;
const RELATIVE_TOLERANCE = 1e-11;

/**
 * Voltages and currents with the given flows on: the linear network, constant-power flows by fixed-point iteration.
 * A flow that falls under half of its voltage without load cannot be fed and is reported, not solved to nonsense.
 */
export function operatingPoint(circuit: Circuit, flows: readonly Flow[], state: EmfState): OperatingPoint {
  const { netlist, network } = circuit;
  const emf = new Float64Array(netlist.nodeCount);
  netlist.sources.forEach((s, i) => {
    const shortA = emfV(s, state) / circuit.sourceOhm[i]!;
    emf[s.plus]! += shortA;
    emf[s.minus]! -= shortA;
  });
  let nodeV = network.solve(emf);
  const across = (flow: Flow) => nodeV[flow.sink.plus]! - nodeV[flow.sink.minus]!;
  const idleV = flows.map(across);
  const collapsed = new Set<Flow>();
  const flowA: number[] = flows.map(() => 0);
  const wanted = (flow: Flow, i: number): number => {
    const { operating } = flow;
    if (operating.kind === 'current') return operating.currentA;
    const volts = across(flow);
    if (operating.kind === 'resistance') return volts / operating.ohm;
    if (volts < idleV[i]! / 2) collapsed.add(flow);
    return collapsed.size > 0 && collapsed.has(flow) ? operating.powerW / idleV[i]! : operating.powerW / volts;
  };
  const injection = new Float64Array(emf.length);
  for (let iteration = 0; flows.length > 0 && iteration < MAX_ITERATIONS; iteration++) {
    injection.set(emf);
    for (let i = 0; i < flows.length; i++) {
      flowA[i] = wanted(flows[i]!, i);
      inject(flows[i]!, flowA[i]!, injection);
    }
    const next = network.solve(injection);
    let change = 0;
    for (let n = 0; n < next.length; n++) {
      const moved = Math.abs(next[n]! - nodeV[n]!) / (1 + Math.abs(next[n]!));
      if (moved > change) change = moved;
    }
    nodeV = next;
    if (change < RELATIVE_TOLERANCE) break;
    if (iteration === MAX_ITERATIONS - 1) {
      // Not settled in the cap: the flows that still move are at their limit.
      flows.forEach((flow, i) => {
        if (flow.operating.kind === 'power' && across(flow) < 0.6 * idleV[i]!) collapsed.add(flow);
      });
    }
  }
  return { nodeV, branchA: branchCurrents(circuit, nodeV), flowA, collapsed: [...collapsed] };
}

/**
 * One discharge flow alone, in closed form from the voltages without load and the resistance its port sees: for constant
 * power V² − E·V + P·R = 0, taking the higher root. Null when no voltage can bring the power.
 * @param at where volts are wanted beside the flow's own port
 */
export function aloneOn(
  circuit: Circuit,
  idleV: Float64Array,
  flow: Flow,
  at: { plus: number; minus: number; port: HalfSolve },
): { currentA: number; sinkV: number; atV: number } | null {
  const { network } = circuit;
  const { plus, minus } = flow.sink;
  const own = network.port(plus, minus);
  const emf = idleV[plus]! - idleV[minus]!;
  const ohm = network.transferOhm(own, own);
  const { operating } = flow;
  let currentA = 0;
  if (operating.kind === 'current') currentA = operating.currentA;
  else if (operating.kind === 'resistance') currentA = emf / (ohm + operating.ohm);
  else {
    const root = emf * emf - 4 * operating.powerW * ohm;
    if (root < 0) return null;
    currentA = operating.powerW / ((emf + Math.sqrt(root)) / 2);
  }
  return {
    currentA,
    sinkV: emf - currentA * ohm,
    atV: idleV[at.plus]! - idleV[at.minus]! - currentA * network.transferOhm(own, at.port),
  };
}

/**
 * The most a line can bring to one consumer alone: half the open voltage over its resistance, and the power there.
 * Source: maximum power transfer, P = E²/4R at I = E/2R.
 */
export function mostPower(circuit: Circuit, flow: Flow): { currentA: number; powerW: number } {
  const { plus, minus } = flow.sink;
  const own = circuit.network.port(plus, minus);
  const ohm = circuit.network.transferOhm(own, own);
  const idle = operatingPoint(circuit, [], 'nominal').nodeV;
  const emf = idle[plus]! - idle[minus]!;
  return { currentA: emf / (2 * ohm), powerW: (emf * emf) / (4 * ohm) };
}
