import { type Guard, guardAt, guardBelow } from './relations.ts';
import { ampacityAt, GREATER, resize, type SizingState, shareIn, type Work } from './state.ts';

/** Every conductor at least as large as its current and its fuse ask. @returns whether one grew */
export function growConductors(state: SizingState, fusesGrew: boolean): boolean {
  const { netlist, works, designA } = state;
  let grew = false;
  if (fusesGrew || state.guards.length === 0 || works.some((w) => w.relations.divides))
    state.guards = netlist.branches.map((_, b) => guardOver(state, b));
  for (const cable of state.cables) {
    const { areasMm2 } = cable.candidates;
    const mostA = cable.locked ? ampacityAt(cable, cable.areaMm2) : (cable.ampacityA.at(-1) ?? cable.startAmpacityA);
    let [currentA, guardA] = [0, 0];
    for (const b of cable.branches) {
      currentA = Math.max(currentA, designA[b]!);
      // Where no size bears what several ways ahead bring together, the fuses its branches end on may guard it.
      if ((state.guards[b]?.seats.length ?? 0) > 1 && state.guards[b]!.holdsA > mostA * GREATER)
        state.guards[b] = lesser(state, b, mostA);
      guardA = Math.max(guardA, state.guards[b]?.holdsA ?? 0);
    }
    cable.designCurrentA = currentA;
    cable.requiredA = Math.max(currentA, guardA);
    if (cable.locked) continue;
    if (guardA > mostA * GREATER && currentA <= mostA * GREATER && lowerCeilings(state, cable.branches, mostA))
      grew = true;
    const enough = (amps: number) =>
      areasMm2.find((a, i) => a >= cable.areaMm2 && cable.ampacityA[i]! * GREATER >= amps);
    const next = enough(cable.requiredA) ?? enough(currentA) ?? areasMm2.at(-1) ?? cable.areaMm2;
    if (next > cable.areaMm2) {
      resize(cable, next);
      grew = true;
    }
  }
  return grew;
}

/**
 * Where no size bears the fuse ahead, the fuse is held to what the largest that fits bears: the two are chosen together.
 * @returns whether one was held lower than before
 */
function lowerCeilings(state: SizingState, branches: readonly number[], mostA: number): boolean {
  let lowered = false;
  for (const b of branches) {
    const guard = state.guards[b];
    if (guard?.seats.length !== 1 || guard.holdsA <= mostA * GREATER) continue;
    const [seat] = guard.seats as [number];
    const ceilingA = mostA / guard.part;
    if (ceilingA * GREATER >= (state.ceilingA.get(seat) ?? Number.POSITIVE_INFINITY)) continue;
    state.ceilingA.set(seat, ceilingA);
    lowered = true;
  }
  return lowered;
}

/** The guard below a branch where the conductor bears that one; else the one it has. */
function lesser(state: SizingState, b: number, mostA: number): Guard | null {
  let most: Guard | null = null;
  for (const { relations } of state.works) {
    if (relations.flowsOf[b]!.length === 0) continue;
    const below = guardBelow(b, relations, state.ratingA, state.guards[b]!.holdsA);
    if (!below || below.holdsA > mostA * GREATER) return state.guards[b]!;
    if (!most || below.holdsA > most.holdsA) most = below;
  }
  return most ?? state.guards[b]!;
}

/** The guard of a branch in the state in which it lets most pass; null where nothing guards it in any. */
function guardOver(state: SizingState, b: number): Guard | null {
  let most: Guard | null = null;
  for (const work of state.works) {
    if (state.polarityOf[b] === 'minus' && onlyCoils(state, work, b)) continue;
    const own = guardAt(b, work.relations, state.ratingA, partIn(state, work));
    if (own && (!most || own.holdsA > most.holdsA)) most = own;
  }
  return most;
}

/** The largest part of what a fuse carries that goes on through a branch, over the flows they share. */
const partIn =
  (state: SizingState, work: Work) =>
  (branch: number, seat: number): number => {
    let most = 0;
    for (const f of work.relations.flowsOf[branch]!) {
      const share = shareIn(state, work, f);
      const through = Math.abs(share[seat]!);
      if (through > 0) most = Math.max(most, Math.abs(share[branch]!) / through);
    }
    return most > 0 ? Math.min(1, most) : 1;
  };

/** A coil bounds its own current: its return carries no more, whatever fuse stands far behind it. */
const onlyCoils = ({ flows }: SizingState, { relations }: Work, branch: number): boolean => {
  const own = relations.flowsOf[branch]!;
  return own.length > 0 && own.every((f) => flows[f]!.operating.kind === 'resistance');
};
