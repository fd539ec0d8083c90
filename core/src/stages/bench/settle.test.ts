import { describe, expect, it } from 'vitest';
import { settledAt } from './settle.ts';

const samples = (...values: number[]) => values.map((value, n) => ({ atMs: n * 300, value }));

describe('a reading that settles', () => {
  it('is the mean of the last ones that agree', () => {
    expect(settledAt(samples(9, 13.01, 13.0, 13.01, 13.0), 0.05)).toBeCloseTo(13.005, 9);
  });
  it('is not there while it moves one way, or jumps, or has hardly begun', () => {
    expect(settledAt(samples(12.0, 12.02, 12.03, 12.04), 0.05)).toBeNull();
    expect(settledAt(samples(13, 13.2, 13, 13.2), 0.05)).toBeNull();
    expect(settledAt(samples(13, 13, 13), 0.05)).toBeNull();
  });
  // A capacitor that charges: every reading nearer, none the last.
  it('waits for a capacitor, and is then nearly there', () => {
    const charging = Array.from({ length: 40 }, (_, n) => 13 * (1 - Math.exp(-n / 4)));
    const first = charging.findIndex((_, n) => settledAt(samples(...charging.slice(0, n + 1)), 0.05) !== null);
    expect(first).toBeGreaterThan(10);
    expect(13 - charging[first]!).toBeLessThan(0.05);
  });
  it('takes an open circuit for one', () => {
    expect(settledAt(samples(9.9e37, 9.9e37, 9.9e37, 9.9e37), 0.3)).toBe(9.9e37);
  });
});
