import type { Flow } from '../demand/demand.ts';
import type { Branch, Netlist } from '../netlist/netlist.ts';
import { type BranchOhm, circuitOf, shares } from './electrical.ts';

const NEGLIGIBLE = 1e-6;

/**
 * True when `outer` is in series with all that `inner` carries: for every flow through `inner`, the whole flow passes
 * `outer`, or the same part of it does. A larger part of a divided flow is another path, not a series one.
 */
export function carriesAll(shares: readonly Float64Array[], outer: number, inner: number): boolean {
  let any = false;
  for (const share of shares) {
    const [i, o] = [Math.abs(share[inner]!), Math.abs(share[outer]!)];
    if (i <= NEGLIGIBLE) continue;
    any = true;
    if (o < 1 - NEGLIGIBLE && Math.abs(o - i) > NEGLIGIBLE) return false;
  }
  return any;
}

export const passes = (share: Float64Array, branch: number): boolean => Math.abs(share[branch]!) > NEGLIGIBLE;

export interface Guard {
  /** Branch indexes of the fuses: one in series, or several in parallel that feed the branch together. */
  seats: number[];
  ratingA: number;
}

/** Fuses in parallel that together carry all that a branch carries, such as one on each battery of a bank. */
function together(branch: number, shares: readonly Float64Array[], ratingA: ReadonlyMap<number, number>): Guard | null {
  const through = shares.filter((s) => passes(s, branch));
  if (through.length === 0) return null;
  const seats = [...ratingA.keys()].filter((seat) =>
    through.every((s) => passes(s, seat) && Math.abs(s[seat]!) < Math.abs(s[branch]!) - NEGLIGIBLE),
  );
  const whole = through.every(
    (s) => seats.reduce((sum, seat) => sum + Math.abs(s[seat]!), 0) >= Math.abs(s[branch]!) - NEGLIGIBLE,
  );
  return seats.length > 1 && whole
    ? { seats, ratingA: seats.reduce((sum, seat) => sum + ratingA.get(seat)!, 0) }
    : null;
}

/**
 * The fuse that guards each branch: in series with everything the branch carries, and the smallest such; where there
 * is none, fuses in parallel with their ratings added.
 * @param ratingA rating by branch index of the fuse seats; ties go to the lower index.
 */
export function guardsOf(
  branches: readonly Branch[],
  shares: readonly Float64Array[],
  ratingA: ReadonlyMap<number, number>,
): (Guard | null)[] {
  return branches.map((_, b) => {
    let best = -1;
    for (const [seat, rating] of ratingA) {
      if (!carriesAll(shares, seat, b)) continue;
      if (best < 0 || rating < ratingA.get(best)! - 1e-9) best = seat;
    }
    return best < 0 ? together(b, shares, ratingA) : { seats: [best], ratingA: ratingA.get(best)! };
  });
}

/** Fuses directly downstream of `seat`: they carry part of what it carries, with no other fuse between. */
export function childSeats(seat: number, seats: readonly number[], shares: readonly Float64Array[]): number[] {
  const inside = seats.filter((s) => s !== seat && carriesAll(shares, seat, s) && !carriesAll(shares, s, seat));
  return inside.filter((s) => !inside.some((o) => o !== s && carriesAll(shares, o, s) && !carriesAll(shares, s, o)));
}

/** True when `outer` lies between a source and `inner`: it passes all of inner's flows, and more, or a part of each. */
export function isUpstream(shares: readonly Float64Array[], outer: number, inner: number): boolean {
  let [wider, partial, any] = [false, false, false];
  for (const share of shares) {
    const [i, o] = [Math.abs(share[inner]!), Math.abs(share[outer]!)];
    if (i > NEGLIGIBLE) {
      any = true;
      if (o <= NEGLIGIBLE) return false;
      if (o < i - NEGLIGIBLE) partial = true;
    } else if (o > NEGLIGIBLE) wider = true;
  }
  return any && (wider || partial);
}

/**
 * Shares by which series can be told from coincidence. Two equal batteries in parallel carry equal shares without
 * being in series; where any flow divides, each wire's resistance is changed a little differently and the shares are
 * solved again: in series they stay equal, in parallel they part.
 */
export function seriesShares(
  netlist: Netlist,
  flows: readonly Flow[],
  known: Float64Array[],
  ohm: BranchOhm,
): Float64Array[] {
  const divides = known.some((s) => s.some((x) => Math.abs(x) > NEGLIGIBLE && Math.abs(x) < 1 - NEGLIGIBLE));
  if (!divides) return known;
  const golden = 0.6180339887;
  return shares(
    circuitOf(netlist, (b, i) => ohm(b, i) * (1 + 0.05 * ((i * golden) % 1))),
    flows,
  );
}
