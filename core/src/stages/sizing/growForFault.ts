import { COLD_AGED_FACTOR } from '../../tables/sourceCorners.ts';
import { type Clearing, cableWithstand, clearingOf, type GuardDevice } from './clearing.ts';
import { circuitOf } from './electrical.ts';
import { type Faults, faultsOf } from './faults.ts';
import type { Seat } from './protection.ts';
import type { Guard } from './relations.ts';
import { branchOhm, GREATER, grow, nextArea, type SizingState, type WorkingCable } from './state.ts';

/** Both corners of the fault with the sizes as they stand. */
export const faultsNow = (state: SizingState): Faults =>
  faultsOf(
    circuitOf(state.netlist, branchOhm(state, false)),
    circuitOf(state.netlist, branchOhm(state, true), true, (s) =>
      s.element.kind === 'battery' ? COLD_AGED_FACTOR[s.element.chemistry] : 1,
    ),
    state.potentials,
    state.flows,
  );

/** The device in a seat with its rating as it stands. */
export const deviceIn = ({ ratingA, lockedAt }: SizingState, seat: Seat) => ({
  style: seat.element.style,
  ratingA: ratingA[seat.branch]!,
  curve: lockedAt.get(seat.branch)?.curve ?? null,
});

const guardDevice = (state: SizingState, guard: Guard): GuardDevice => ({
  ...deviceIn(state, state.seatAt.get(guard.seats[0]!)!),
  count: guard.seats.length,
});

/** What a cable of the board may take of a fault, by its size, its insulation and how hot it runs. */
export const withstandAt = ({ cable, areaMm2, candidates }: WorkingCable, { input }: SizingState) => ({
  cableId: cable.id,
  areaMm2,
  startC: candidates.columnC,
  insulation: cable.material === 'flatCopper' ? ('bare' as const) : input.profile.insulation,
});

/** How a short on a branch ends; null without a guard, or where nothing stiff feeds it. */
export function clearingAt(state: SizingState, faults: Faults, b: number, cable: WorkingCable): Clearing | null {
  const guard = state.guards[b];
  const branch = state.netlist.branches[b]!;
  if (!guard) return null;
  const largest = faults.largestA([branch.a, branch.b], null);
  const smallest = faults.smallestA(branch, null);
  if (largest === null || smallest === null) return null;
  return clearingOf(guardDevice(state, guard), largest, smallest, cableWithstand(withstandAt(cable, state)));
}

/** A conductor that would not survive its guard's let-through takes the next size. @returns whether one grew */
export function growForFault(state: SizingState, faults: Faults): boolean {
  let grew = false;
  for (const cable of state.cables) {
    let burns = false;
    for (const b of cable.branches) {
      const clearing = clearingAt(state, faults, b, cable);
      state.clearings[b] = clearing;
      if (clearing?.passedA2s != null && clearing.passedA2s > clearing.withstandA2s * GREATER) burns = true;
    }
    const next = burns && !cable.locked ? nextArea(cable) : undefined;
    if (next === undefined) continue;
    grow(cable, next, 'fault');
    grew = true;
  }
  return grew;
}
