import type { PartsLine } from './parts.ts';

/**
 * The parts of several boards of the same: each line as often.
 * @example
 * partsOfBatch([], 3); // []
 */
export const partsOfBatch = <T extends Pick<PartsLine, 'quantity'>>(parts: readonly T[], count: number): T[] =>
  count === 1 ? [...parts] : parts.map((p) => ({ ...p, quantity: p.quantity * count }));
