import fc from 'fast-check';
import { lusolve } from 'mathjs';
import { describe, expect, it } from 'vitest';
import { factorise } from './ldl.ts';
import { resistiveNetwork } from './resistiveNetwork.ts';

describe('sparse LDLᵀ against a dense solver (mathjs lusolve)', () => {
  it('agrees on random networks', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 14 }),
        fc.array(fc.tuple(fc.nat(13), fc.nat(13), fc.double({ min: 0.01, max: 1000, noNaN: true })), {
          minLength: 1,
          maxLength: 40,
        }),
        (size, edges) => {
          const dense = Array.from({ length: size }, (_, i) =>
            Array.from({ length: size }, (_, j) => (i === j ? 1 : 0)),
          );
          const entries = Array.from({ length: size }, (_, i) => ({ row: i, column: i, value: 1 }));
          for (const [a, b, g] of edges) {
            const [i, j] = [a % size, b % size];
            if (i === j) continue;
            dense[i]![i]! += g;
            dense[j]![j]! += g;
            dense[i]![j]! -= g;
            dense[j]![i]! -= g;
            entries.push(
              { row: i, column: i, value: g },
              { row: j, column: j, value: g },
              { row: i, column: j, value: -g },
            );
          }
          const b = Array.from({ length: size }, (_, i) => Math.sin(i + 1) * 10);
          const sparse = factorise(size, entries).solve(b);
          const reference = (lusolve(dense, b) as number[][]).map((r) => r[0]!);
          reference.forEach((x, i) => {
            expect(Math.abs(sparse[i]! - x)).toBeLessThan(1e-7 * (1 + Math.abs(x)));
          });
        },
      ),
      { seed: 3, numRuns: 150 },
    );
  });
  it('refuses a singular matrix', () => {
    expect(() => factorise(2, [{ row: 0, column: 0, value: 1 }])).toThrow(/positive definite/);
  });
});

describe('resistive network', () => {
  it('a ladder of resistors has the resistance a hand works out', () => {
    const network = resistiveNetwork(3, [
      { a: 0, b: 1, conductanceS: 1 / 6 },
      { a: 1, b: 2, conductanceS: 1 / 3 },
      { a: 0, b: 2, conductanceS: 1 / 9 },
    ]);
    expect(network.resistanceOhm(0, 2)).toBeCloseTo(4.5, 12);
    expect(network.resistanceOhm(0, 1)).toBeCloseTo((6 * 12) / 18, 12);
  });
  it('keeps islands apart', () => {
    const network = resistiveNetwork(4, [{ a: 0, b: 1, conductanceS: 1 }]);
    expect(network.resistanceOhm(0, 2)).toBe(Number.POSITIVE_INFINITY);
    expect(network.islandOf[2]).not.toBe(network.islandOf[3]);
  });
});
