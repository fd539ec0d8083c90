import { describe, expect, it } from 'vitest';
import { shortTimeCurrent } from '../../formulas/demand.ts';
import { openingTime } from '../../solvers/timeCurrent.ts';
import { curveOf } from '../../tables/timeCurrent.ts';
import { dossierOf, stagesOf } from '../../testing/deviceTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** A winch of 150 A on 4 m, running for seconds or for good. */
const winch = (shortTime: { onS: number; timesPerHour: number } | null, holder = 'holder-classT') =>
  bench()
    .item('G1', 'battery-agm-12-200', shelf)
    .item('F1', holder, { at: [200, 300] })
    .item('E1', 'load-large', shelf, { load: { rating: { kind: 'amps', currentA: 150 }, shortTime } })
    .wire('G1:plus', 'F1:line', { runMm: 300 })
    .wire('F1:load', 'E1:plus', { runMm: 2000 })
    .wire('G1:minus', 'E1:minus', { runMm: 2000 });

describe('a load that runs for seconds', () => {
  it('heats as a simulated conductor does: the hottest moment of warming and cooling', () => {
    // Outside check: the same conductor stepped through 40 cycles by Euler's method.
    const [currentA, onS, periodS, timeConstantS] = [150, 8, 300, 90];
    let heat = 0;
    let hottest = 0;
    const dt = 0.01;
    for (let t = 0; t < 40 * periodS; t += dt) {
      const on = t % periodS < onS;
      heat += (((on ? currentA ** 2 : 0) - heat) / timeConstantS) * dt;
      hottest = Math.max(hottest, heat);
    }
    const steady = shortTimeCurrent.compute({ currentA, onS, periodS, timeConstantS });
    expect(Math.abs(steady / Math.sqrt(hottest) - 1)).toBeLessThan(0.002);
  });
  it('is sized by the steady current that heats as much, the longer the more', () => {
    const amps = (shortTime: { onS: number; timesPerHour: number } | null) =>
      stagesOf(winch(shortTime)).sizing.wires[1]!.designCurrentA;
    const rising = [
      amps({ onS: 2, timesPerHour: 1 }),
      amps({ onS: 10, timesPerHour: 1 }),
      amps({ onS: 10, timesPerHour: 60 }),
      amps({ onS: 60, timesPerHour: 60 }),
    ];
    for (const [i, a] of rising.entries()) expect(a).toBeGreaterThan(i === 0 ? 0 : rising[i - 1]!);
    expect(rising.at(-1)).toBe(150);
    expect(amps(null)).toBe(150);
  });
  it('never gets a conductor that burst would overheat: adiabatic, from 60 °C to 105 °C', () => {
    for (const onS of [2, 5, 10, 30]) {
      const cable = dossierOf(winch({ onS, timesPerHour: 2 })).sizing.cables[1]!;
      // k for a rise from 60 to 105 °C: 226·√ln((234.5+105)/(234.5+60)) = 85 (IEC 60364-5-54 annex A, from memory).
      expect((85 * cable.conductor.value!) ** 2, `${onS} s`).toBeGreaterThan(150 ** 2 * onS);
    }
  });
  it('its fuse holds for as long as it runs', () => {
    for (const onS of [2, 6]) {
      const seat = dossierOf(winch({ onS, timesPerHour: 2 })).sizing.seats[0]!;
      expect(openingTime(curveOf('classT', null), seat.ratingA!, seat.surgeA).minS).toBeGreaterThan(onS);
      expect(seat.surgeA).toBeCloseTo(150, 6);
    }
  });
  it('says so where no fuse of the holder holds', () => {
    const kinds = (b: ReturnType<typeof winch>) => dossierOf(b).findings.map((f) => f.kind);
    expect(kinds(winch({ onS: 6, timesPerHour: 2 }, 'holder-blade'))).toContain('fuse-opens-on-surge');
    expect(kinds(winch({ onS: 6, timesPerHour: 2 }))).not.toContain('fuse-opens-on-surge');
  });
  it('a fuse its conductors would not bear is not put in to hold it: that it may open is told instead', () => {
    // The clamps of the load take 16 mm²; a fuse that holds 150 A for 20 s is more than that carries.
    const { findings } = dossierOf(winch({ onS: 20, timesPerHour: 2 }));
    const kinds = findings.map((f) => f.kind);
    expect(kinds).toContain('fuse-opens-on-surge');
    expect(kinds).not.toContain('cable-below-fuse');
  });
  it('is judged by its drop while it runs, not by the mean', () => {
    const { drops } = dossierOf(winch({ onS: 5, timesPerHour: 1 })).sizing;
    expect(drops[0]!.currentA).toBeGreaterThan(140);
    expect(drops[0]!.share).toBeLessThanOrEqual(drops[0]!.limitShare + 1e-9);
  });
});
