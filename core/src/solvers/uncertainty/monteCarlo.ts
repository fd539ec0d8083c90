import type { Random } from '../random.ts';

/** One draw of a quantity from what is known of it. */
export type Draw = (random: Random) => number;

/** Anywhere between two values, no place likelier than another. */
export const between =
  (low: number, high: number): Draw =>
  (random) =>
    low + (high - low) * random.next();

/** About a value, with a standard deviation. */
export const about =
  (value: number, standardDeviation: number): Draw =>
  (random) =>
    value + standardDeviation * random.normal();

export interface Sampled {
  mean: number;
  standardDeviation: number;
  /** In rising order. */
  sorted: Float64Array;
}

/**
 * Distribution of a result whose inputs are drawn again and again.
 * Source: JCGM 101:2008 (GUM, supplement 1), section 7.
 * @param draw one result from one set of drawn inputs
 * @throws RangeError when fewer than two are asked for
 */
export function monteCarlo(draw: Draw, times: number, random: Random): Sampled {
  if (!(times >= 2)) throw new RangeError(`times is ${times}; accepted: 2 or more`);
  const sorted = new Float64Array(times);
  let sum = 0;
  for (let n = 0; n < times; n++) sum += sorted[n] = draw(random);
  const mean = sum / times;
  let squares = 0;
  for (const x of sorted) squares += (x - mean) ** 2;
  return { mean, standardDeviation: Math.sqrt(squares / (times - 1)), sorted: sorted.sort() };
}

/**
 * The value that a share of the sampled results lies below.
 * @example
 * quantile({ sorted: Float64Array.of(1, 2, 3, 4, 5) }, 0.5); // 3
 */
export function quantile({ sorted }: Pick<Sampled, 'sorted'>, share: number): number {
  const at = Math.min(1, Math.max(0, share)) * (sorted.length - 1);
  const below = Math.floor(at);
  const rest = at - below;
  return sorted[below]! + rest * ((sorted[below + 1] ?? sorted[below]!) - sorted[below]!);
}
