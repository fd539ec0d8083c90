/** Repeatable random numbers: the same seed gives the same row on every machine. */
export interface Random {
  /** 0 ≤ x < 1 */
  next(): number;
  /** Standard normal. */
  normal(): number;
}

/** Source: mulberry32 (public domain); normal by Box & Muller 1958. */
export function seededRandom(seed: number): Random {
  let state = (seed * 2654435761 + 0x9e3779b9) >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  return {
    next,
    normal: () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
  };
}
