import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { adiabaticK, prechargeEnergy, prechargeTime, withstand } from '../formulas/faults.ts';
import { awgAreaMm2, awgAtLeast } from '../tables/awg.ts';
import { barFor, COPPER_BARS } from '../tables/copperBars.ts';
import { TIME_CURRENT } from '../tables/timeCurrent.ts';
import { letThroughA2s, openingTime, selectiveUpToA } from './timeCurrent.ts';

const styles = Object.keys(TIME_CURRENT) as (keyof typeof TIME_CURRENT)[];

describe('time–current bands', () => {
  it.each([
    [1.35, 0.75, 600],
    [2, 0.15, 5],
    [3.5, 0.08, 0.5],
  ])('a blade at %f × its rating opens between %f and %f s (ISO 8820-3, from memory)', (multiple, minS, maxS) => {
    const t = openingTime(TIME_CURRENT.blade, 20, 20 * multiple);
    expect(t.minS).toBeCloseTo(minS, 9);
    expect(t.maxS).toBeCloseTo(maxS, 9);
  });
  it('a blade holds 110 % for at least 100 h (ISO 8820-3, from memory)', () => {
    expect(openingTime(TIME_CURRENT.blade, 20, 21.9).minS).toBe(Number.POSITIVE_INFINITY);
    expect(openingTime(TIME_CURRENT.blade, 20, 22).minS).toBeGreaterThanOrEqual(360000 - 1e-6);
  });
  // Property.
  it.each(styles)('%s: more current never opens later, and the band never turns inside out', (style) => {
    fc.assert(
      fc.property(
        fc.double({ min: 1.2, max: 200, noNaN: true }),
        fc.double({ min: 1.001, max: 3, noNaN: true }),
        (multiple, more) => {
          const [slow, fast] = [multiple, multiple * more].map((m) => openingTime(TIME_CURRENT[style], 50, 50 * m));
          expect(fast!.minS).toBeLessThanOrEqual(slow!.minS * (1 + 1e-9));
          expect(fast!.maxS).toBeLessThanOrEqual(slow!.maxS * (1 + 1e-9));
          expect(slow!.minS).toBeLessThanOrEqual(slow!.maxS);
        },
      ),
      { seed: 6, numRuns: 80 },
    );
  });
  it('a current-limiting link never passes more than its let-through once it limits', () => {
    const at = (amps: number) => letThroughA2s(TIME_CURRENT.classT, 100, amps);
    expect(at(10000)).toBeLessThanOrEqual(2.2 * 100 * 100);
    expect(at(20000)).toBeLessThanOrEqual(at(2000) + 2.2 * 100 * 100);
  });
});

describe('selectivity', () => {
  const device = (style: keyof typeof TIME_CURRENT, ratingA: number) => ({ curve: TIME_CURRENT[style], ratingA });
  it('a small blade opens before a large bolt-down fuse at every current', () => {
    expect(selectiveUpToA(device('blade', 5), device('sf51', 100))).toBe(Number.POSITIVE_INFINITY);
  });
  // Common practice, no source.
  it('two of the same rating are not selective: the second is only a switch', () => {
    expect(selectiveUpToA(device('sf30', 60), device('breakerThermal', 60))).toBeLessThan(60 * 8);
    expect(selectiveUpToA(device('blade', 30), device('blade', 30))).toBeLessThan(60);
  });
  it('a fuse one size up upstream never loses selectivity sooner (property)', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...styles),
        fc.constantFrom(...styles),
        fc.integer({ min: 10, max: 200 }),
        fc.double({ min: 1.1, max: 2, noNaN: true }),
        (a, b, rating, up) => {
          const small = selectiveUpToA(device(a, 10), device(b, rating));
          const large = selectiveUpToA(device(a, 10), device(b, rating * up));
          expect(large).toBeGreaterThanOrEqual(small * (1 - 1e-9));
        },
      ),
      { seed: 8, numRuns: 60 },
    );
  });
});

describe('the adiabatic equation', () => {
  // And about 88 from 105 to 160 °C (worked).
  it('k is 115 from 70 to 160 °C, 143 from 90 to 250 °C (IEC 60364-4-43)', () => {
    expect(adiabaticK.compute({ startC: 70, endC: 160 })).toBeCloseTo(115, 0);
    expect(adiabaticK.compute({ startC: 90, endC: 250 })).toBeCloseTo(143, 0);
    expect(Math.abs(adiabaticK.compute({ startC: 105, endC: 160 }) - 88)).toBeLessThan(1);
  });
  it('10 mm² of PVC bears 1.32 MA²s: 1 kA for 1.3 s (k²S²/I²)', () => {
    const bears = withstand.compute({ k: 115, areaMm2: 10 });
    expect(bears / 1000 ** 2).toBeCloseTo(1.3225, 4);
  });
  it('pre-charge: 99 % at 4.6 τ, ½CV² into the resistor (textbook)', () => {
    expect(prechargeTime.compute({ ohm: 22, farad: 0.0047 })).toBeCloseTo(0.476, 3);
    expect(1 - Math.exp(-4.6)).toBeCloseTo(0.99, 3);
    expect(prechargeEnergy.compute({ farad: 0.0047, volts: 51.2 })).toBeCloseTo(6.16, 2);
  });
});

describe('tables', () => {
  // DIN 43671, from memory.
  it('bars rise with their section, and the smallest that carries is taken', () => {
    expect(barFor(300)).toBe('25×5');
    expect(barFor(100)).toBe('12×2');
    expect(barFor(900)).toBeNull();
    for (const [w, t, amps] of COPPER_BARS) expect(amps / (w * t)).toBeGreaterThan(1.5);
  });
  it('gauges by ASTM B258: 10 AWG is 5.26 mm², 4/0 is 107 mm²; 16 mm² asks for 4 AWG', () => {
    expect(awgAreaMm2(10)).toBeCloseTo(5.26, 2);
    expect(awgAreaMm2(-3)).toBeCloseTo(107.2, 1);
    expect([awgAtLeast(16), awgAtLeast(70), awgAtLeast(50), awgAtLeast(150)]).toEqual(['4', '3/0', '1/0', null]);
  });
});
