/** A bundle of round cables fills about two thirds of a round hole at best. Common practice, no source. */
export const HOLE_FILL = 2 / 3;

/**
 * The round hole a bundle just fills, mm.
 * @example
 * Math.round(bundleMm([10, 10])); // 17
 */
export const bundleMm = (diametersMm: readonly number[]): number =>
  Math.sqrt(diametersMm.reduce((s, d) => s + d * d, 0) / HOLE_FILL);
