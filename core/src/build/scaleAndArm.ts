import { given, use } from '../engine/formula.ts';
import { scaleReading, shortestArm } from '../formulas/torque.ts';
import { STANDARD_GRAVITY } from '../tables/gravity.ts';

/** A spring scale of the shop. */
export interface SpringScale {
  maxKg: number;
  /** Finest step it shows. */
  stepKg: number;
}

/** How a torque is set with a scale and an arm. */
export interface ScaleAndArm {
  readingKg: number;
  shortestArmMm: number;
  /** Why it will not do; null where it does. */
  wrong: string | null;
}

/** A reading is told from its neighbours when the step is no more than this share of it. Common practice, no source. */
const FINE_ENOUGH = 0.05;

/**
 * What to pull to for a torque without a torque wrench, and whether this scale at this arm can tell it.
 * @throws never; an arm or scale of nothing is wrong in words
 * @example
 * scaleAndArm(13, 420, { maxKg: 5, stepKg: 0.02 }).readingKg.toFixed(2); // '3.16'
 */
export function scaleAndArm(torqueNm: number, armMm: number, scale: SpringScale): ScaleAndArm {
  if (!(armMm > 0))
    return { readingKg: Number.NaN, shortestArmMm: Number.NaN, wrong: `arm is "${armMm}"; accepted: more than 0 mm` };
  if (!(scale.maxKg > 0))
    return {
      readingKg: Number.NaN,
      shortestArmMm: Number.NaN,
      wrong: `scale reads to "${scale.maxKg}"; accepted: more than 0 kg`,
    };
  const readingKg = use(scaleReading, { torqueNm, armM: armMm / 1000 }, `torque/${torqueNm}/${armMm}`, {
    torqueNm: given('the stud’s torque'),
    armM: given('arm of the shop'),
  });
  const shortestArmMm =
    1000 *
    use(shortestArm, { torqueNm, scaleMaxKg: scale.maxKg }, `torque/${torqueNm}/arm`, {
      torqueNm: given('the stud’s torque'),
      scaleMaxKg: given('scale of the shop'),
    });
  // The scale ends before the arm is long enough, or the arm is so long that the scale cannot tell.
  const longestArmMm = (1000 * torqueNm * FINE_ENOUGH) / (scale.stepKg * STANDARD_GRAVITY);
  const wrong =
    readingKg > scale.maxKg
      ? `the scale ends at ${scale.maxKg} kg: an arm of ${Math.ceil(shortestArmMm)} mm at least`
      : armMm > longestArmMm
        ? `steps of ${scale.stepKg} kg are too coarse there: an arm of ${Math.floor(longestArmMm)} mm at most`
        : null;
  return { readingKg, shortestArmMm, wrong };
}
