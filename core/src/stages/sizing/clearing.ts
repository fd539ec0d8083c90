import type { Id } from '../../board/board.ts';
import type { FuseStyle, LinkCurve } from '../../catalogue/part.ts';
import { adiabaticK, withstand } from '../../rules/formulas/faultRules.ts';
import { figure, given, use } from '../../rules/rule.ts';
import { SHORT_END_C } from '../../rules/tables/sourceCorners.ts';
import { curveOf } from '../../rules/tables/timeCurrent.ts';
import { letThroughA2s, openingTime } from '../../solve/timeCurrent.ts';

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

/** Energy a conductor withstands from its column temperature, A²s; traced under the cable. */
export function cableWithstand(
  cableId: Id,
  areaMm2: number,
  startC: number,
  insulation: keyof typeof SHORT_END_C,
  traced: boolean,
): number {
  const inputs = { startC, endC: SHORT_END_C[insulation] };
  if (!traced) return withstand.compute({ k: adiabaticK.compute(inputs), areaMm2 });
  const k = use(adiabaticK, inputs, `cable/${cableId}/k`, {
    startC: given('as hot as its ampacity column allows'),
    endC: given('insulation in a short circuit, IEC 60364-4-43 (from memory)'),
  });
  return use(withstand, { k, areaMm2 }, `cable/${cableId}/withstandA2s`, {
    k: figure(`cable/${cableId}/k`),
    areaMm2: given('chosen conductor'),
  });
}

/**
 * What the guard of a conductor lets through at both corners of the fault, against what the conductor withstands.
 * Devices in parallel share the current evenly.
 */
export function clearingOf(guard: GuardDevice, largestA: number, smallestA: number, withstandA2s: number): Clearing {
  const curve = curveOf(guard.style, guard.curve);
  const share = (amps: number) => amps / guard.count;
  const slow = openingTime(curve, guard.ratingA, share(smallestA)).maxS;
  const passed = [largestA, smallestA].flatMap((amps) => {
    const { maxS } = openingTime(curve, guard.ratingA, share(amps));
    return maxS <= ADIABATIC_LIMIT_S ? [letThroughA2s(curve, guard.ratingA, share(amps)) * guard.count ** 2] : [];
  });
  return {
    clearS: Number.isFinite(slow) ? slow : null,
    passedA2s: passed.length > 0 ? Math.max(...passed) : null,
    withstandA2s,
  };
}
