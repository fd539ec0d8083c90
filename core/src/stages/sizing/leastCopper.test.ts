import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { leastCopper, type OpenSize } from './leastCopper.ts';

const AREAS = [1, 2.5, 6, 16];

/** Conductors by chance on up to three ways, some of them in series, some shared. */
const problem = fc
  .record({
    ways: fc.integer({ min: 1, max: 3 }),
    conductors: fc.array(
      fc.record({
        lengthM: fc.integer({ min: 1, max: 12 }),
        on: fc.array(fc.constantFrom(0, 0, 4, 9), { minLength: 3, maxLength: 3 }),
        from: fc.integer({ min: 0, max: 2 }),
      }),
      { minLength: 1, maxLength: 6 },
    ),
    roomV: fc.array(fc.double({ min: 0.2, max: 8, noNaN: true }), { minLength: 3, maxLength: 3 }),
  })
  .map(({ ways, conductors, roomV }) => ({
    open: conductors.map(({ lengthM, on, from }): OpenSize => {
      const areas = AREAS.slice(from);
      return {
        copper: areas.map((a) => a * lengthM),
        ohm: areas.map((a) => (0.0175 * lengthM) / a),
        weightA: Float64Array.from(on.slice(0, ways)),
      };
    }),
    allowedV: Float64Array.from(roomV.slice(0, ways)),
  }));

/** The least copper by trying every choice; null where none keeps every drop. */
function byTryingAll(open: readonly OpenSize[], allowedV: Float64Array): number | null {
  let best: number | null = null;
  const walk = (i: number, copper: number, leftV: readonly number[]): void => {
    const own = open[i];
    if (!own) {
      if (leftV.every((v) => v >= -1e-9) && (best === null || copper < best)) best = copper;
      return;
    }
    own.copper.forEach((c, k) => {
      walk(
        i + 1,
        copper + c,
        leftV.map((v, d) => v - own.weightA[d]! * own.ohm[k]!),
      );
    });
  };
  walk(0, 0, [...allowedV]);
  return best;
}

const copperOf = (open: readonly OpenSize[], sizes: readonly number[]) =>
  open.reduce((s, o, i) => s + o.copper[sizes[i]!]!, 0);

describe('least copper that keeps every drop', () => {
  it('is what trying every choice finds', () => {
    fc.assert(
      fc.property(problem, ({ open, allowedV }) => {
        const all = byTryingAll(open, allowedV);
        const found = leastCopper(open, allowedV);
        if (all === null || found === null) return found === null && all === null;
        for (let d = 0; d < allowedV.length; d++) {
          const lost = open.reduce((s, o, i) => s + o.weightA[d]! * o.ohm[found[i]!]!, 0);
          expect(lost).toBeLessThanOrEqual(allowedV[d]! + 1e-6);
        }
        expect(copperOf(open, found)).toBeCloseTo(all, 6);
        return true;
      }),
      { seed: 41, numRuns: 400 },
    );
  });
  it('what loses on no way stays at its smallest', () => {
    const idle: OpenSize = { copper: [1, 2], ohm: [2, 1], weightA: Float64Array.of(0) };
    expect(leastCopper([idle], Float64Array.of(0.1))).toEqual([0]);
  });
  it('says so where no choice keeps a drop', () => {
    const thin: OpenSize = { copper: [1, 2], ohm: [2, 1], weightA: Float64Array.of(5) };
    expect(leastCopper([thin], Float64Array.of(4.9))).toBeNull();
    expect(leastCopper([thin], Float64Array.of(5))).toEqual([1]);
  });
  it('gives up past its number of choices rather than hold up the hand', () => {
    const many = Array.from(
      { length: 40 },
      (_, i): OpenSize => ({
        copper: AREAS.map((a) => a * (1 + i / 7)),
        ohm: AREAS.map((a) => 1 / a),
        weightA: Float64Array.from({ length: 12 }, (_, d) => 1 + ((i * 7 + d * 3) % 5)),
      }),
    );
    expect(leastCopper(many, new Float64Array(12).fill(60))).toBeNull();
  });
});
