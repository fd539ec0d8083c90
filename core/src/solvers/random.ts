import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { mersenne } from 'pure-rand/generator/mersenne';

/** Repeatable random numbers: the same seed gives the same row on every machine. */
export interface Random {
  /** 0 ≤ x < 1 */
  next(): number;
  /** Standard normal. */
  normal(): number;
}

/**
 * Rows of seeds that follow one another have nothing in common, from their first number on: many rows are asked for by
 * counting.
 * Source: MT19937 (Matsumoto & Nishimura 1998, seeded as in 2002); normal by Box & Muller 1958.
 * @example
 * seededRandom(3).next() === seededRandom(3).next(); // true
 */
export function seededRandom(seed: number): Random {
  const generator = mersenne(seed);
  const next = (): number => uniformFloat64(generator);
  return {
    next,
    normal: () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
  };
}
