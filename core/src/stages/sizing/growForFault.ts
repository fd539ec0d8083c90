import { same } from '../../engine/same.ts';
import { COLD_AGED_FACTOR } from '../../tables/sourceCorners.ts';
import { backsOf } from '../faults/backs.ts';
import { type LayerEnd, outlives, type Protector, type SideEnd, sideEnds } from '../faults/ends.ts';
import type { FaultModel, Side } from '../faults/faultModel.ts';
import { faultShape } from '../faults/faultShape.ts';
import { keptFaultModel } from '../faults/keptModels.ts';
import type { Branch } from '../netlist/netlist.ts';
import { cableWithstand } from './clearing.ts';
import type { Exposure } from './exposure.ts';
import { linksFor } from './protection.ts';
import { ampacityAt, branchOhm, GREATER, grow, nextArea, type SizingState, type WorkingCable } from './state.ts';
import { tapRunOf } from './tapRun.ts';
import { NO_CURRENT_A } from './throughParts.ts';

/** Both corners of the fault, in every state, with the sizes as they stand. */
export const faultsNow = (state: SizingState): FaultModel =>
  keptFaultModel({
    netlist: state.netlist,
    potentials: state.potentials,
    backs: backsOf(state.netlist, state.potentials),
    states: state.wirings,
    shapes: state.wirings.map((w) => faultShape(state.netlist, state.potentials, w.closed, w.id)),
    flows: state.flows,
    carriesA: (b) => state.designA[b]!,
    strong: { branchOhm: branchOhm(state, 'cold'), emf: 'full', sourceFactor: () => 1 },
    weak: {
      branchOhm: branchOhm(state, 'hottest'),
      emf: 'low',
      sourceFactor: (s) => (s.element.kind === 'battery' ? COLD_AGED_FACTOR[s.element.chemistry] : 1),
    },
  });

/** What an output that limits itself holds its current to, A. */
const limitA = ({ element }: Branch): number => (element && 'ratingA' in element ? element.ratingA : 0);

/** The device in a branch with its rating as it stands. */
export function protectorAt({
  seatAt,
  ratingA,
  lockedAt,
  netlist,
}: Pick<SizingState, 'seatAt' | 'ratingA' | 'lockedAt' | 'netlist'>): (branch: number) => Protector {
  return (branch) => {
    const seat = seatAt.get(branch);
    if (!seat) return { kind: 'limiter', ratingA: limitA(netlist.branches[branch]!) };
    return {
      kind: 'fuse',
      style: seat.element.style,
      ratingA: ratingA[branch]!,
      curve: lockedAt.get(branch)?.curve ?? null,
    };
  };
}

/** What a cable of the board may take of a fault, by its size, its insulation and how hot it runs. */
export const withstandAt = ({ cable, areaMm2, candidates }: WorkingCable, { input }: SizingState) => ({
  cableId: cable.id,
  areaMm2,
  startC: candidates.columnC,
  insulation: cable.material === 'flatCopper' ? ('bare' as const) : input.profile.insulation,
});

type EndOf = (side: Side) => SideEnd | null;
const knownEnds = new WeakMap<FaultModel, { devices: readonly unknown[]; endOf: EndOf }>();

/** How shorts end with the devices as they stand: worked out once for as long as they do. */
function endsNow({ seats, seatAt, lockedAt, netlist, ...state }: SizingState, faults: FaultModel): EndOf {
  const devices = seats.flatMap((s) => [state.ratingA[s.branch], lockedAt.get(s.branch)]);
  const known = knownEnds.get(faults);
  if (known && same(known.devices, devices)) return known.endOf;
  // Ratings of a state go on growing: what is kept sees them as they are now.
  const endOf = sideEnds(protectorAt({ seatAt, ratingA: state.ratingA.slice(), lockedAt, netlist }));
  knownEnds.set(faults, { devices, endOf });
  return endOf;
}

/** Every side a short in a conductor is fed from, judged with the sizes as they stand. */
function exposuresOf(state: SizingState, faults: FaultModel, b: number, cable: WorkingCable, endOf: EndOf): Exposure[] {
  const onMinus = state.polarityOf[b] === 'minus';
  const bears = {
    withstandA2s: cableWithstand(withstandAt(cable, state)),
    ampacityA: ampacityAt(cable, cable.areaMm2),
  };
  return (onMinus ? faults.returnsOf(b) : faults.sidesOf(b)).map((side): Exposure => {
    const end = endOf(side);
    if (!end) return { side, end, verdict: 'unfused' };
    if (outlives(end, bears)) return { side, end, verdict: 'guarded' };
    return { side, end, verdict: !onMinus && tapRunOf(state, b, side)?.allowed ? 'tap' : 'burns' };
  });
}

/** What the devices on the way hold for good where no flow tells: the least on each side, the most of the sides. */
export function heldFromBehind(exposures: readonly Exposure[]): LayerEnd | null {
  let most: LayerEnd | null = null;
  for (const { end, verdict } of exposures)
    if (end && verdict !== 'tap' && (!most || end.holder.holdsA > most.holdsA)) most = end.holder;
  return most;
}

/** What the fuses at the ends of a conductor's own run hold, A: there it is guarded even while nothing flows. */
export const endHoldsA = ({ works, ratingA }: SizingState, b: number): number =>
  Math.min(Number.POSITIVE_INFINITY, ...works[0]!.relations.runEnds[b]!.map((s) => ratingA[s]!));

/** Judges every conductor with the sizes as they stand. */
export function judgeFaults(state: SizingState, faults: FaultModel, endOf = endsNow(state, faults)): void {
  for (const cable of state.cables)
    for (const b of cable.branches) state.exposures[b] = exposuresOf(state, faults, b, cable, endOf);
}

/**
 * A conductor that would not survive a short takes the next size that does, and so does one that carries less than what feeds it
 * holds where nothing else guards it. @returns whether one grew
 */
export function growForFault(state: SizingState, faults: FaultModel): boolean {
  const endOf = endsNow(state, faults);
  judgeFaults(state, faults, endOf);
  let grew = false;
  for (const cable of state.cables) {
    // As far as this very fault asks: what more flows through the thicker one is seen when the faults are solved again.
    while (!cable.locked && burns(state, cable)) {
      const next = nextArea(cable);
      if (next === undefined) break;
      grow(cable, next, 'fault');
      grew = true;
      for (const b of cable.branches) state.exposures[b] = exposuresOf(state, faults, b, cable, endOf);
    }
  }
  return grew;
}

function burns(state: SizingState, cable: WorkingCable): boolean {
  return cable.branches.some((b) => {
    const own = state.exposures[b]!;
    if (own.some((e) => e.verdict === 'burns')) return true;
    if (state.guards[b] || state.polarityOf[b] === 'minus') return false;
    const held = heldFromBehind(own);
    return held !== null && Math.min(held.holdsA, endHoldsA(state, b)) > ampacityAt(cable, cable.areaMm2) * GREATER;
  });
}

/**
 * A feeder's fuse that is left to be worked out stands above what stands behind it, where its conductors bear the next
 * size: else either may open first, and the one behind is only a switch. @returns whether one grew
 */
export function growForSelectivity(state: SizingState, faults: FaultModel): boolean {
  const { seats, seatAt, ratingA, input } = state;
  let grew = false;
  for (const seat of seats) {
    if (state.designA[seat.branch]! <= NO_CURRENT_A) continue;
    for (const side of faults.sidesOf(seat.branch)) {
      const layer = side.layers[0];
      const outer = layer?.devices.length === 1 ? seatAt.get(layer.devices[0]!) : undefined;
      if (!outer || outer.choice.mode === 'locked' || facesBack(faults, seat.branch, outer.branch)) continue;
      if (ratingA[outer.branch]! > ratingA[seat.branch]! * GREATER) continue;
      const next = linksFor(outer, input.catalogue).find((l) => l.ratingA > ratingA[seat.branch]! * GREATER);
      if (!next || next.ratingA > mostBehind(state, outer.branch)) continue;
      state.floorA.set(outer.branch, next.ratingA);
      grew = true;
    }
  }
  return grew;
}

/** The largest rating the conductors a fuse guards can be sized for, A. */
function mostBehind(state: SizingState, seat: number): number {
  let most = Number.POSITIVE_INFINITY;
  for (const cable of state.cables)
    for (const b of cable.branches)
      if (state.guards[b]?.seats.includes(seat)) {
        const bears = cable.locked ? ampacityAt(cable, cable.areaMm2) : (cable.ampacityA.at(-1) ?? 0);
        most = Math.min(most, bears / state.guards[b]!.part);
      }
  return most;
}

/** Two devices at the ends of a line that is fed from both: each guards its own side, neither stands behind the other. */
export const facesBack = (faults: FaultModel, seat: number, outer: number): boolean =>
  faults.sidesOf(outer).some((s) => s.layers[0]?.devices.includes(seat)) &&
  faults.sidesOf(seat).some((s) => s.layers[0]?.devices.includes(outer));
