import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../random.ts';
import { decide } from './decide.ts';
import { about, between, monteCarlo, quantile } from './monteCarlo.ts';
import { propagate, rectangular } from './propagate.ts';

describe('propagation, against the worked examples of the GUM (JCGM 100:2008, from memory)', () => {
  // H.2: simultaneous measurement of resistance and reactance, three correlated readings.
  const [v, i, phase] = [
    { value: 4.999, standardUncertainty: 0.0032 },
    { value: 19.661e-3, standardUncertainty: 0.0095e-3 },
    { value: 1.04446, standardUncertainty: 0.00075 },
  ];
  const correlation = [
    [1, -0.36, 0.86],
    [-0.36, 1, -0.65],
    [0.86, -0.65, 1],
  ];
  it.each([
    ['R', 127.732, 0.071, ([V, I, f]: readonly number[]) => (V! / I!) * Math.cos(f!)],
    ['X', 219.847, 0.295, ([V, I, f]: readonly number[]) => (V! / I!) * Math.sin(f!)],
    ['Z', 254.26, 0.236, ([V, I]: readonly number[]) => V! / I!],
  ])('H.2: %s is %f with %f', (_, value, u, of) => {
    const found = propagate(of, [v, i, phase], correlation);
    expect(found.value).toBeCloseTo(value, 1);
    expect(Math.abs(found.standardUncertainty - u)).toBeLessThan(0.004);
  });
  it('H.1: the end gauge is 838 nm over nominal with 32 nm', () => {
    const nominalMm = 50;
    // l = ls + d − ls(δα·θ + αs·δθ), in nm; 4.3.7: temperature and expansion within bounds.
    const found = propagate(
      ([ls, d, dAlpha, theta, alpha, dTheta]) => ls! + d! - nominalMm * 1e6 * (dAlpha! * theta! + alpha! * dTheta!),
      [
        { value: 623, standardUncertainty: 25 },
        { value: 215, standardUncertainty: 9.7 },
        { value: 0, standardUncertainty: rectangular(1e-6) },
        { value: -0.1, standardUncertainty: 0.41 },
        { value: 11.5e-6, standardUncertainty: rectangular(2e-6) },
        { value: 0, standardUncertainty: rectangular(0.05) },
      ],
    );
    expect(found.value).toBeCloseTo(838, 6);
    expect(found.standardUncertainty).toBeGreaterThan(31);
    expect(found.standardUncertainty).toBeLessThan(33);
  });
  it('an uncertainty that is none is refused', () => {
    expect(() => propagate(() => 0, [{ value: 1, standardUncertainty: -1 }])).toThrow(/inputs\[0\].*0 or more/);
  });
});

describe('drawing again and again, against GUM supplement 1 (JCGM 101:2008, 9.2, from memory)', () => {
  // Four inputs of mean 0 and deviation 1 added up.
  it('four normal ones: 95 % within 3.92', () => {
    const x = about(0, 1);
    const sampled = monteCarlo((r) => x(r) + x(r) + x(r) + x(r), 200_000, seededRandom(1));
    expect(sampled.standardDeviation).toBeCloseTo(2, 1);
    expect(quantile(sampled, 0.975)).toBeCloseTo(3.92, 1);
  });
  it('four rectangular ones: 95 % within 3.88', () => {
    const x = between(-Math.sqrt(3), Math.sqrt(3));
    const sampled = monteCarlo((r) => x(r) + x(r) + x(r) + x(r), 200_000, seededRandom(2));
    expect(quantile(sampled, 0.975)).toBeCloseTo(3.88, 1);
    expect(quantile(sampled, 0.975)).toBeLessThan(3.92);
  });
  it('the same seed gives the same, and one draw is none', () => {
    const once = () => monteCarlo(about(3, 1), 100, seededRandom(5)).mean;
    expect(once()).toBe(once());
    expect(() => monteCarlo(about(3, 1), 1, seededRandom(5))).toThrow(/2 or more/);
  });
});

describe('the rule of decision', () => {
  // Risks by simulation: whatever the true value, a wrong verdict is rarer than what the coverage leaves (one side of 95 %).
  it('passes a thing at or over its limit, or fails one at or under it, in 2.5 % at most', () => {
    const random = seededRandom(7);
    const [u, limit] = [0.1, 1];
    const counts = (trueValue: number) => {
      const found = { passed: 0, failed: 0, unsure: 0 };
      for (let n = 0; n < 20_000; n++)
        found[decide({ lowLimit: null, highLimit: limit }, trueValue + u * random.normal(), 1.96 * u)] += 1 / 20_000;
      return found;
    };
    for (const over of [0, 0.05, 0.1, 0.3]) expect(counts(limit + over).passed).toBeLessThan(0.028);
    for (const under of [0, 0.05, 0.1, 0.3]) expect(counts(limit - under).failed).toBeLessThan(0.028);
    expect(counts(limit - 0.5).passed).toBeGreaterThan(0.99);
    expect(counts(limit + 0.5).failed).toBeGreaterThan(0.99);
  });
  it('is the same seen from the other side, and never tells more with a worse instrument', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -10, max: 10, noNaN: true }),
        fc.double({ min: -10, max: 10, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (value, limit, u) => {
          const high = decide({ lowLimit: null, highLimit: limit }, value, u);
          expect(decide({ lowLimit: -limit, highLimit: null }, -value, u)).toBe(high);
          const worse = decide({ lowLimit: null, highLimit: limit }, value, u * 2 + 0.1);
          expect([high, 'unsure']).toContain(worse);
        },
      ),
    );
  });
  it('without limits everything is good', () => {
    expect(decide({ lowLimit: null, highLimit: null }, 1e9, 1)).toBe('passed');
  });
});
