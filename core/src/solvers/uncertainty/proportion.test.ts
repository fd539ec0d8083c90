import { describe, expect, it } from 'vitest';
import { seededRandom } from '../random.ts';
import { shareBounds } from './proportion.ts';

describe('bounds of a share', () => {
  // As printed in tables of exact binomial limits at 95 % (from memory).
  it.each([
    [0, 10, 0, 0.3085],
    [1, 10, 0.0025, 0.445],
    [5, 20, 0.0866, 0.491],
    [10, 100, 0.049, 0.1762],
    [20, 20, 0.8316, 1],
  ])('%i of %i: %f to %f', (failed, tried, low, high) => {
    const [a, b] = shareBounds(failed, tried);
    expect(a).toBeCloseTo(low, 4);
    expect(b).toBeCloseTo(high, 4);
  });
  it('hold the true share in at least 95 % of trials', () => {
    const random = seededRandom(4);
    for (const share of [0.02, 0.1, 0.5]) {
      let held = 0;
      for (let n = 0; n < 2000; n++) {
        let failed = 0;
        for (let k = 0; k < 40; k++) if (random.next() < share) failed++;
        const [low, high] = shareBounds(failed, 40);
        if (low <= share && share <= high) held++;
      }
      expect(held / 2000).toBeGreaterThanOrEqual(0.94);
    }
  });
  it('nothing tried tells nothing; counts that are none are refused', () => {
    expect(shareBounds(0, 0)).toEqual([0, 1]);
    expect(() => shareBounds(3, 2)).toThrow(/failed is 3, tried is 2/);
  });
});
