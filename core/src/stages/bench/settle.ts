/** One reading of many, and when it was taken. */
export interface Sample {
  atMs: number;
  value: number;
}

/** So many readings in a row have to agree. Common practice, no source. */
const IN_A_ROW = 4;

/**
 * What a reading has settled at: the mean of the last ones, where they lie within what the instrument can tell and go
 * neither up nor down; null while it still moves.
 * @param halfWidth how far the instrument may be off, in the unit of the reading
 * @example
 * settledAt([1, 1, 1, 1].map((value, n) => ({ atMs: n, value })), 0.1); // 1
 */
export function settledAt(samples: readonly Sample[], halfWidth: number): number | null {
  const last = samples.slice(-IN_A_ROW).map((s) => s.value);
  if (last.length < IN_A_ROW) return null;
  const [low, high] = [Math.min(...last), Math.max(...last)];
  // An open circuit reads the same every time, and no width is wide enough for it.
  if (low === high) return low;
  if (high - low > halfWidth) return null;
  const rising = last.every((v, i) => i === 0 || v > last[i - 1]!);
  const falling = last.every((v, i) => i === 0 || v < last[i - 1]!);
  if ((rising || falling) && high - low > halfWidth / 4) return null;
  return last.reduce((sum, v) => sum + v, 0) / last.length;
}
