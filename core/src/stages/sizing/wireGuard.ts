import { endHoldsA, heldFromBehind, protectorAt } from './growForFault.ts';
import type { SizingState } from './state.ts';

/** What guards a conductor against an overload. */
export interface WireGuard {
  /** Branches of the devices: one, or several that carry it together. */
  devices: readonly number[];
  ratingA: number;
  /** What they let it carry for good, A. */
  holdsA: number;
  /** Of fuses below: what those ahead would hold, A; null where the guard stands ahead. */
  aheadA: number | null;
}

/**
 * By what flows: the smallest device that carries all the conductor does, wherever it stands along the run. Where
 * nothing flows, such as in a signal wire: what stands behind it on the side of the sources.
 */
export function wireGuard(state: SizingState, b: number): WireGuard | null {
  const own = state.guards[b];
  if (own) return { devices: own.seats, ratingA: own.ratingA, holdsA: own.holdsA, aheadA: own.aheadA };
  if (state.polarityOf[b] === 'minus') return null;
  const held = heldFromBehind(state.exposures[b] ?? []);
  if (!held) return null;
  const end = state.works[0]!.relations.runEnds[b]!.find((s) => state.ratingA[s]! < held.holdsA);
  if (end !== undefined) {
    const ratingA = endHoldsA(state, b);
    const least = state.works[0]!.relations.runEnds[b]!.find((s) => state.ratingA[s] === ratingA)!;
    return { devices: [least], ratingA, holdsA: ratingA, aheadA: null };
  }
  const at = protectorAt(state);
  return {
    devices: held.devices,
    ratingA: held.devices.reduce((s, d) => s + at(d).ratingA, 0),
    holdsA: held.holdsA,
    aheadA: null,
  };
}
