import type { Branch } from '../netlist/netlist.ts';

const NEGLIGIBLE = 1e-6;

/** True when every flow that passes branch `inner` passes `outer` at least as fully, and some flow passes it at all. */
export function carriesAll(shares: readonly Float64Array[], outer: number, inner: number): boolean {
  let any = false;
  for (const share of shares) {
    const [i, o] = [Math.abs(share[inner]!), Math.abs(share[outer]!)];
    if (i > NEGLIGIBLE) any = true;
    if (i > o + NEGLIGIBLE) return false;
  }
  return any;
}

export const passes = (share: Float64Array, branch: number): boolean => Math.abs(share[branch]!) > NEGLIGIBLE;

/**
 * The fuse that guards each branch: in series with everything the branch carries, and the smallest such.
 * @param ratingA rating by branch index of the fuse seats; ties go to the lower index.
 * @returns branch index of the guarding seat, −1 where nothing guards.
 */
export function guardOf(branches: readonly Branch[], shares: readonly Float64Array[], ratingA: ReadonlyMap<number, number>): Int32Array {
  return Int32Array.from(branches, (_, b) => {
    let best = -1;
    for (const [seat, rating] of ratingA) {
      if (!carriesAll(shares, seat, b)) continue;
      if (best < 0 || rating < ratingA.get(best)! - 1e-9) best = seat;
    }
    return best;
  });
}

/** Fuses directly downstream of `seat`: they carry part of what it carries, with no other fuse between. */
export function childSeats(seat: number, seats: readonly number[], shares: readonly Float64Array[]): number[] {
  const inside = seats.filter((s) => s !== seat && carriesAll(shares, seat, s) && !carriesAll(shares, s, seat));
  return inside.filter((s) => !inside.some((o) => o !== s && carriesAll(shares, o, s) && !carriesAll(shares, s, o)));
}
