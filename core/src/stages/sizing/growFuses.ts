import { seatMinimum, seatRating } from './protection.ts';
import { GREATER, type SizingState } from './state.ts';

/** Every fuse at least as large as its current, and by the feeder school its branches, ask. @returns whether one grew */
export function growFuses(state: SizingState): boolean {
  const { input, ratingA } = state;
  let grew = false;
  for (const seat of state.seats) {
    const children = childrenOf(state, seat.branch).map((s) => ratingA[s]!);
    const need = seatMinimum(state.designA[seat.branch]!, children, input.feederSchool, input.profile);
    state.minimum.set(seat.branch, need);
    const rating = seatRating(seat, Math.max(need.minimumA, state.floorA.get(seat.branch) ?? 0), input.catalogue);
    if (rating > ratingA[seat.branch]! * GREATER) {
      ratingA[seat.branch] = rating;
      grew = true;
    }
  }
  return grew;
}

/** Fuses directly below a fuse, over all states. */
export const childrenOf = ({ works }: SizingState, seat: number): number[] => [
  ...new Set(works.flatMap((w) => w.relations.children.get(seat)!)),
];
