import fc from 'fast-check';
import { inv, lusolve } from 'mathjs';
import { describe, expect, it } from 'vitest';
import { analyse, factorise } from './ldl.ts';
import { resistiveNetwork } from './resistiveNetwork.ts';

describe('sparse LDLᵀ against a dense solver (mathjs lusolve and inv)', () => {
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
          const pairs: [number, number, number][] = [];
          for (const [a, b, g] of edges) {
            const [i, j] = [a % size, b % size];
            if (i === j) continue;
            dense[i]![i]! += g;
            dense[j]![j]! += g;
            dense[i]![j]! -= g;
            dense[j]![i]! -= g;
            pairs.push([i, j, -g]);
          }
          const b = Array.from({ length: size }, (_, i) => Math.sin(i + 1) * 10);
          const pattern = analyse(
            size,
            pairs.map((p) => p[0]),
            pairs.map((p) => p[1]),
          );
          const factor = factorise(
            pattern,
            Float64Array.from(dense, (r, i) => r[i]!),
            Float64Array.from(pairs, (p) => p[2]),
          );
          const sparse = factor.solve(b);
          const reference = (lusolve(dense, b) as number[][]).map((r) => r[0]!);
          reference.forEach((x, i) => {
            expect(Math.abs(sparse[i]! - x)).toBeLessThan(1e-7 * (1 + Math.abs(x)));
          });
          const inverse = inv(dense) as number[][];
          factor.inverseDiagonal().forEach((z, i) => {
            expect(Math.abs(z - inverse[i]![i]!)).toBeLessThan(1e-7 * (1 + Math.abs(z)));
          });
          // The pattern serves other values as well.
          const doubled = factorise(
            pattern,
            Float64Array.from(dense, (r, i) => 2 * r[i]!),
            Float64Array.from(pairs, (p) => 2 * p[2]),
          ).solve(b);
          reference.forEach((x, i) => {
            expect(Math.abs(2 * doubled[i]! - x)).toBeLessThan(1e-7 * (1 + Math.abs(x)));
          });
        },
      ),
      { seed: 3, numRuns: 150 },
    );
  });
  it('refuses a singular matrix', () => {
    expect(() => factorise(analyse(2, [], []), Float64Array.of(1, 0), new Float64Array(0))).toThrow(
      /positive definite/,
    );
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
  it('sweeps every node to its reference from one factorisation', () => {
    const network = resistiveNetwork(5, [
      { a: 0, b: 1, conductanceS: 1 / 6 },
      { a: 1, b: 2, conductanceS: 1 / 3 },
      { a: 0, b: 2, conductanceS: 1 / 9 },
      { a: 3, b: 4, conductanceS: 1 / 7 },
    ]);
    const sweep = network.toReferenceOhm();
    [1, 2].forEach((n) => {
      expect(sweep[n]).toBeCloseTo(network.resistanceOhm(0, n), 12);
    });
    expect([sweep[0], sweep[3]]).toEqual([0, 0]);
    expect(sweep[4]).toBeCloseTo(7, 12);
  });
  it('keeps islands apart', () => {
    const network = resistiveNetwork(4, [{ a: 0, b: 1, conductanceS: 1 }]);
    expect(network.resistanceOhm(0, 2)).toBe(Number.POSITIVE_INFINITY);
    expect(network.islandOf[2]).not.toBe(network.islandOf[3]);
  });
});
