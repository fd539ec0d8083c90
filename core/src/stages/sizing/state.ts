import { catalogueIndex } from '../../document/part/catalogueIndex.ts';
import type { FuseLink } from '../../document/part/part.ts';
import { conductorResistance, conductorTemperature } from '../../formulas/cables.ts';
import { COPPER_ALPHA_PER_K, ohmPerKmOf } from '../../tables/conductorResistance.ts';
import type { Flow } from '../demand/demand.ts';
import type { Branch, Netlist } from '../netlist/netlist.ts';
import { type Potentials, polarityOf, type WirePolarity } from '../netlist/potentials.ts';
import type { BoardState } from '../states/boardStates.ts';
import type { Plan, Transfer, WorkPlan } from '../states/workPlan.ts';
import { UNKNOWN_OHM, UNSIZED_FUSE_OHM } from './branchResistance.ts';
import type { FlowDrop } from './drops.ts';
import { type BranchOhm, type Circuit, circuitOf, type OperatingPoint, operatingPoint, shareOf } from './electrical.ts';
import type { Exposure } from './exposure.ts';
import { besideOthers, LOST_OHM } from './lostBattery.ts';
import { lockedLink, type Seat, type SeatMinimum, seatRating } from './protection.ts';
import type { Guard } from './relations.ts';
import { signalSeats } from './signalSeats.ts';
import type { SizedCable, SizingInput } from './sizingInput.ts';

/** Sizes are compared with this much room for the rounding of the solver. */
export const GREATER = 1 + 1e-9;

/** A cable with the size it has grown to. */
export interface WorkingCable extends SizedCable {
  lengthMm: number;
  /** At the hottest place along it. */
  ambientC: number;
  locked: boolean;
  areaMm2: number;
  requiredA: number;
  designCurrentA: number;
  /** Which consumer's drop, or the fault, asked for more than this area; null until one does. */
  drivenBy: Map<number, string> | null;
  branches: number[];
}

/** The currents of one state as its network stands with the sizes of the moment. */
export interface Work extends WorkPlan {
  circuit: Circuit;
  /** Part of each flow in every branch, solved when it is asked for. */
  share: Map<number, Float64Array>;
  /** The network with every conductor as warm as its load makes it: drops are measured there. */
  warm: Circuit;
  /** Everything on; of loads that run for seconds one at a time. */
  operating: OperatingPoint;
  /** Without what comes and goes by itself: what the other loads' drops are judged at. */
  quiet: OperatingPoint;
  charging: OperatingPoint;
}

/** The network of one state with the sizes as they stand. */
export const circuitIn = (netlist: Netlist, { board, without }: WorkPlan, ohm: BranchOhm): Circuit =>
  circuitOf(
    netlist,
    (b, i) => (board.closed[i] ? ohm(b, i) : Number.POSITIVE_INFINITY),
    true,
    (s) => (s === netlist.sources[without] ? LOST_OHM : 1),
  );

function workOf(netlist: Netlist, plan: WorkPlan, ohm: BranchOhm): Work {
  const circuit = circuitIn(netlist, plan, ohm);
  const idle = operatingPoint(circuit, [], 'nominal');
  return { ...plan, circuit, warm: circuit, share: new Map(), operating: idle, quiet: idle, charging: idle };
}

/** Everything that grows from round to round, and what it grows on. */
export interface SizingState {
  readonly input: SizingInput;
  readonly netlist: Netlist;
  readonly potentials: Potentials;
  readonly flows: readonly Flow[];
  readonly cables: readonly WorkingCable[];
  readonly cableOfBranch: ReadonlyMap<number, WorkingCable>;
  readonly seats: readonly Seat[];
  readonly seatAt: ReadonlyMap<number, Seat>;
  readonly lockedAt: ReadonlyMap<number, FuseLink | null>;
  /** Batteries whose loss the others must carry, by their place among the sources. */
  readonly losable: readonly number[];
  /** Rating in each fuse seat, by branch. */
  readonly ratingA: Float64Array;
  readonly minimum: Map<number, SeatMinimum>;
  /** By fuse: the least it may be so that what stands behind it opens first, A. */
  readonly floorA: Map<number, number>;
  /** By fuse: the most that any conductor behind it that fits its ends bears, A. */
  readonly ceilingA: Map<number, number>;
  readonly designA: Float64Array;
  /** By branch: the battery whose loss asks most of it, by its place among the sources; −1 with all there. */
  readonly lostAt: Int16Array;
  /** Every state that can occur, and the currents of each. */
  readonly states: readonly BoardState[];
  readonly wirings: readonly BoardState[];
  readonly works: readonly Work[];
  readonly transfers: readonly Transfer[];
  /** Current through each bar, A, and the work that asks most of it. */
  readonly barA: Float64Array;
  readonly barWorkAt: Int16Array;
  /** Which work asks most of each branch, by its place. */
  readonly workAt: Int16Array;
  /** By branch. */
  readonly polarityOf: readonly WirePolarity[];
  /** Branches at each node. */
  readonly touching: readonly (readonly number[])[];
  /** Fuses in the lead of a trigger: no current to speak of, and yet a fuse. */
  readonly inSignal: ReadonlySet<number>;
  /** By branch: how a short in it ends from every side, as last judged. */
  readonly exposures: Exposure[][];
  guards: (Guard | null)[];
  drops: FlowDrop[];
  /** How often sizes that grew for a drop have been taken down again where they could. */
  trims: number;
}

function workingCables({ cables, ambientC }: SizingInput, netlist: Netlist): WorkingCable[] {
  const branchIndex = new Map(netlist.branches.map((b, i) => [b.key, i]));
  // Fields are named one by one: copying objects whole is what costs most in a re-derive.
  return cables.map(
    ({ cable, environments, candidates, ampacityA, lengthsMm, startMm2, startAmpacityA, startLengthMm }) => {
      const branches: number[] = [];
      for (const core of cable.cores) {
        const branch = branchIndex.get(`connection/${core.connectionId}`);
        if (branch !== undefined) branches.push(branch);
      }
      return {
        cable,
        lengthMm: startLengthMm,
        ambientC: environments.reduce((most, e) => Math.max(most, e.ambientC ?? ambientC), -Infinity),
        environments,
        candidates,
        ampacityA,
        lengthsMm,
        startMm2,
        startAmpacityA,
        startLengthMm,
        locked: cable.conductorMm2.mode === 'locked',
        areaMm2: startMm2,
        requiredA: 0,
        designCurrentA: 0,
        drivenBy: null,
        branches,
      };
    },
  );
}

function seatsOf({ items }: SizingInput, netlist: Netlist): Seat[] {
  const itemOf = new Map(items.map((i) => [i.id, i]));
  return netlist.branches.flatMap((b, branch) => {
    const { element } = b;
    if (element?.kind !== 'fuseSeat') return [];
    const item = itemOf.get(b.itemId!)!;
    const choice = item.inserts.find((i) => i.seatId === element.id)?.link ?? { mode: 'auto' as const };
    return [{ branch, key: b.key, itemId: item.id, element, choice }];
  });
}

function touchingOf(netlist: Netlist): number[][] {
  const touching: number[][] = Array.from({ length: netlist.nodeCount }, () => []);
  netlist.branches.forEach(({ a, b }, i) => {
    touching[a]!.push(i);
    if (b !== a) touching[b]!.push(i);
  });
  return touching;
}

/** Every automatic cable at its smallest candidate, every fuse at its smallest rating. */
export function startState(
  input: SizingInput,
  netlist: Netlist,
  potentials: Potentials,
  flows: readonly Flow[],
  plan: Plan,
): SizingState {
  const { catalogue } = input;
  const cables = workingCables(input, netlist);
  const seats = seatsOf(input, netlist);
  const count = netlist.branches.length;
  const ratingA = new Float64Array(count);
  for (const s of seats) ratingA[s.branch] = seatRating(s, 0, catalogue);
  const grown = {
    input,
    netlist,
    potentials,
    flows,
    cables,
    cableOfBranch: new Map(cables.flatMap((cable) => cable.branches.map((b) => [b, cable] as const))),
    seats,
    seatAt: new Map(seats.map((s) => [s.branch, s])),
    lockedAt: new Map(seats.map((s) => [s.branch, lockedLink(s, catalogue)])),
    losable: input.lostBattery === 'carries' ? besideOthers(netlist, potentials) : [],
    ratingA,
    minimum: new Map(),
    floorA: new Map(),
    ceilingA: new Map(),
    designA: new Float64Array(count),
    lostAt: new Int16Array(count).fill(-1),
    states: plan.states,
    wirings: plan.wirings,
    transfers: plan.transfers,
    workAt: new Int16Array(count),
    barA: new Float64Array(netlist.bars.length),
    barWorkAt: new Int16Array(netlist.bars.length),
    polarityOf: netlist.branches.map((b, i) => polarityOf(i, b, potentials, netlist)),
    touching: touchingOf(netlist),
    inSignal: signalSeats(netlist, seats),
    exposures: [],
    guards: [],
    drops: [],
    trims: 0,
  };
  const ohm = branchOhm(grown, 'hottest');
  return { ...grown, works: plan.works.map((own) => workOf(netlist, own, ohm)) };
}

/** What a cable's resistance is worked out from, at a conductor temperature. */
export const resistanceInputs = (
  { cable, areaMm2, lengthMm }: Pick<WorkingCable, 'cable' | 'areaMm2' | 'lengthMm'>,
  conductorC: number,
) => ({
  ohmPerKm: ohmPerKmOf(areaMm2, cable.material),
  lengthMm,
  alphaPerK: COPPER_ALPHA_PER_K,
  conductorC,
});

/** What a cable's temperature under its load is worked out from, at a size it may have. */
export const loadedInputs = (cable: WorkingCable, areaMm2 = cable.areaMm2) => ({
  columnC: cable.candidates.columnC,
  ambientC: cable.ambientC,
  currentA: cable.designCurrentA,
  ampacityA: Math.max(ampacityAt(cable, areaMm2), 1e-9),
});
/** How warm a cable gets under its load at a size, °C. */
export const loadedC = (cable: WorkingCable, areaMm2 = cable.areaMm2): number =>
  conductorTemperature.compute(loadedInputs(cable, areaMm2));

/** Resistance of every branch with the sizes as they stand: as hot as its column allows, as its load makes it, or at 20 °C. */
export function branchOhm(
  state: Pick<SizingState, 'input' | 'cableOfBranch' | 'lockedAt' | 'ratingA'>,
  copper: 'hottest' | 'loaded' | 'cold',
): BranchOhm {
  const { linkOhm } = catalogueIndex(state.input.catalogue);
  return (branch: Branch, i: number): number => {
    if (branch.kind === 'wire') {
      const cable = state.cableOfBranch.get(i);
      if (!cable) return UNKNOWN_OHM;
      return conductorResistance.compute(
        resistanceInputs(
          cable,
          copper === 'cold' ? 20 : copper === 'loaded' ? loadedC(cable) : cable.candidates.columnC,
        ),
      );
    }
    const { element } = branch;
    if (element?.kind === 'fuseSeat')
      return (
        state.lockedAt.get(i)?.coldResistanceOhm ??
        linkOhm.get(`${element.style} ${state.ratingA[i]}`) ??
        UNSIZED_FUSE_OHM
      );
    return element?.resistanceOhm ?? UNKNOWN_OHM;
  };
}

/** Part of one flow in every branch, in one state. */
export function shareIn(state: SizingState, work: Work, f: number): Float64Array {
  let own = work.relations.whole[f] ?? work.share.get(f);
  if (!own) {
    own = shareOf(work.circuit, state.flows[f]!);
    work.share.set(f, own);
  }
  return own;
}

/** What a cable carries at an area, A. */
export const ampacityAt = (cable: WorkingCable, areaMm2: number): number =>
  cable.ampacityA[cable.candidates.areasMm2.indexOf(areaMm2)] ?? cable.startAmpacityA;

/** How long a cable is at an area, mm. */
export const lengthAt = (cable: WorkingCable, areaMm2: number): number =>
  cable.lengthsMm[cable.candidates.areasMm2.indexOf(areaMm2)] ?? cable.startLengthMm;

/** The next size a cable may take; undefined at its largest. */
export const nextArea = (cable: WorkingCable): number | undefined =>
  cable.candidates.areasMm2.find((a) => a > cable.areaMm2);

/** Takes a cable to its next size, and says what asked for it. */
export function grow(cable: WorkingCable, toMm2: number, drivenBy: string): void {
  cable.drivenBy ??= new Map();
  cable.drivenBy.set(cable.areaMm2, drivenBy);
  resize(cable, toMm2);
}

/** Takes a cable to one of its sizes, and to the length it then has. */
export function resize(cable: WorkingCable, toMm2: number): void {
  cable.areaMm2 = toMm2;
  cable.lengthMm = lengthAt(cable, toMm2);
}
