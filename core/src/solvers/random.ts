import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/** Repeatable random numbers: the same seed gives the same row on every machine. */
export interface Random {
  /** 0 ≤ x < 1 */
  next(): number;
  /** Standard normal. */
  normal(): number;
}

/**
 * Source: xoroshiro128+ (Blackman & Vigna); normal by Box & Muller 1958.
 * @example
 * seededRandom(3).next() === seededRandom(3).next(); // true
 */
export function seededRandom(seed: number): Random {
  const generator = xoroshiro128plus(seed);
  const next = (): number => uniformFloat64(generator);
  return {
    next,
    normal: () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
  };
}
