/** Standard gravity, m/s². Source: ISO 80000-3, exact by definition. */
export const STANDARD_GRAVITY = 9.80665;

/** A pound-force at an inch, N·m. Source: international pound and inch of 1959 (exact), standard gravity. */
export const NM_PER_LBF_IN = 0.45359237 * STANDARD_GRAVITY * 0.0254;

/**
 * A torque in pound-force inches.
 * @example
 * lbfInOf(0); // 0
 */
export const lbfInOf = (torqueNm: number): number => torqueNm / NM_PER_LBF_IN;

/**
 * A torque as papers tell it, for tools are marked in either.
 * @example
 * torqueText(10); // '10 N·m (89 lbf·in)'
 */
export const torqueText = (torqueNm: number): string => `${torqueNm} N·m (${lbfInOf(torqueNm).toFixed(0)} lbf·in)`;
