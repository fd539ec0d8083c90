import type { Id } from '../../document/basics.ts';
import type { FuseStyle, LinkCurve } from '../../document/part/part.ts';
import { figure, given, use } from '../../engine/formula.ts';
import { adiabaticK, withstand } from '../../formulas/faults.ts';
import { letThroughA2s, openingTime } from '../../solvers/timeCurrent.ts';
import { SHORT_END_C } from '../../tables/sourceCorners.ts';
import { curveOf } from '../../tables/timeCurrent.ts';

/** What a fault does to one conductor, and what ends it. */
export interface Clearing {
  /** Slowest opening at the smallest fault, s; null when the device need not open at all. */
  clearS: number | null;
  /** Worst energy through the conductor before the guard opens, A²s; null where nothing opens within 5 s. */
  passedA2s: number | null;
  withstandA2s: number;
}

export interface GuardDevice {
  style: FuseStyle;
  ratingA: number;
  /** The maker's own; null counts the style's band. */
  curve: LinkCurve | null;
  /** Devices in parallel that share the fault. */
  count: number;
}

/** Beyond this the adiabatic equation says too much; the ampacity covers what is slower. Source: IEC 60364-4-43. */
export const ADIABATIC_LIMIT_S = 5;

/** Asked for every conductor in every round, and there are few pairs. */
const knownK = new Map<number, number>();
function kFrom(startC: number, endC: number): number {
  const key = startC * 1000 + endC;
  let k = knownK.get(key);
  if (k === undefined) {
    k = adiabaticK.compute({ startC, endC });
    knownK.set(key, k);
  }
  return k;
}

/** A conductor as a fault meets it. */
export interface Faulted {
  cableId: Id;
  areaMm2: number;
  startC: number;
  insulation: keyof typeof SHORT_END_C;
}

/** Energy a conductor withstands from its column temperature, A²s. */
export const cableWithstand = ({ areaMm2, startC, insulation }: Faulted): number =>
  withstand.compute({ k: kFrom(startC, SHORT_END_C[insulation]), areaMm2 });

/** The same as a figure under its cable. */
export function withstandFigure({ cableId, areaMm2, startC, insulation }: Faulted): number {
  const k = use(
    adiabaticK,
    { startC, endC: SHORT_END_C[insulation] },
    () => `cable/${cableId}/k`,
    () => ({
      startC: given('as hot as its ampacity column allows'),
      endC: given('insulation in a short circuit, IEC 60364-4-43 (from memory)'),
    }),
  );
  return use(
    withstand,
    { k, areaMm2 },
    () => `cable/${cableId}/withstandA2s`,
    () => ({ k: figure(`cable/${cableId}/k`), areaMm2: figure(`cable/${cableId}/conductorMm2`) }),
  );
}

/**
 * What the guard of a conductor lets through at both corners of the fault, against what the conductor withstands.
 * Devices in parallel share the current evenly.
 */
export function clearingOf(guard: GuardDevice, largestA: number, smallestA: number, withstandA2s: number): Clearing {
  const curve = curveOf(guard.style, guard.curve);
  const { ratingA, count } = guard;
  let passedA2s: number | null = null;
  let slowS = 0;
  for (const amps of [largestA, smallestA]) {
    const { maxS } = openingTime(curve, ratingA, amps / count);
    slowS = maxS;
    if (maxS > ADIABATIC_LIMIT_S) continue;
    passedA2s = Math.max(passedA2s ?? 0, letThroughA2s(curve, ratingA, amps / count) * count ** 2);
  }
  return { clearS: Number.isFinite(slowS) ? slowS : null, passedA2s, withstandA2s };
}
