import { openingTime } from '../../solvers/timeCurrent.ts';
import { curveOf } from '../../tables/timeCurrent.ts';
import { burstsAt } from './bursts.ts';
import { linksFor, type Seat, seatMinimum, seatRating } from './protection.ts';
import { GREATER, type SizingState } from './state.ts';

/** Every fuse at least as large as its current, and by the feeder school its branches, ask. @returns whether one grew */
export function growFuses(state: SizingState): boolean {
  const { input, ratingA } = state;
  let grew = false;
  for (const seat of state.seats) {
    const children = childrenOf(state, seat.branch).map((s) => ratingA[s]!);
    const need = seatMinimum(state.designA[seat.branch]!, children, input.feederSchool, input.profile);
    state.minimum.set(seat.branch, need);
    const leastA = Math.max(need.minimumA, state.floorA.get(seat.branch) ?? 0);
    const rating = ridesThrough(state, seat, seatRating(seat, leastA, input.catalogue));
    const held = underCeiling(state, seat, rating);
    const lower = held < rating && ratingA[seat.branch]! > held * GREATER;
    if (lower || held > ratingA[seat.branch]! * GREATER) {
      ratingA[seat.branch] = held;
      grew = true;
    }
  }
  return grew;
}

/**
 * The largest rating the conductors behind a fuse bear, where the one asked for is more than any that fits does; it still
 * carries what runs (433.1 asks Ib ≤ In ≤ Iz). The one asked for where there is no such link.
 */
function underCeiling(state: SizingState, seat: Seat, ratingA: number): number {
  const ceilingA = state.ceilingA.get(seat.branch);
  if (ceilingA === undefined || ratingA <= ceilingA * GREATER || seat.choice.mode === 'locked') return ratingA;
  const below = linksFor(seat, state.input.catalogue).filter(
    (l) => l.ratingA <= ceilingA * GREATER && l.ratingA * GREATER >= state.designA[seat.branch]!,
  );
  return below.at(-1)?.ratingA ?? ratingA;
}

/** The smallest rating at or above one that holds for as long as a load that runs for seconds does. */
function ridesThrough(state: SizingState, seat: Seat, ratingA: number): number {
  const bursts = burstsAt(state, seat.branch);
  if (bursts.length === 0 || seat.choice.mode === 'locked') return ratingA;
  const holds = (rating: number) =>
    bursts.every(
      ({ currentA, burstS }) => openingTime(curveOf(seat.element.style, null), rating, currentA).minS > burstS,
    );
  return (
    linksFor(seat, state.input.catalogue).find((l) => l.ratingA >= ratingA - 1e-9 && holds(l.ratingA))?.ratingA ??
    ratingA
  );
}

/** Fuses directly below a fuse, over all states. */
export const childrenOf = ({ works }: SizingState, seat: number): number[] => [
  ...new Set(works.flatMap((w) => w.relations.children.get(seat)!)),
];
