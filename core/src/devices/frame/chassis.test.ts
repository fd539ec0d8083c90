import { describe, expect, it } from 'vitest';
import { stagesOf } from '../../testing/deviceTest.ts';
import { bench, item, shelf } from '../../testing/kit.ts';

/** A load whose return comes home through a steel frame, so far along it. */
const framed = (frame: string, alongMm: number) => {
  const { board } = bench({ profileId: 'road' })
    .item('G1', 'battery-agm-12-100', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('E1', 'load-large', shelf, { load: { rating: { kind: 'amps', currentA: 20 } } })
    .item('X9', frame, shelf)
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'E1:plus', { runMm: 2000 })
    .wire('E1:minus', 'X9:p2', { runMm: 300 })
    .wire('X9:p1', 'G1:minus', { runMm: 300 });
  return item(board, 'X9', 'framePoints', [{ terminalId: 'p2', alongMm }]);
};
const ohm = (frame: string, alongMm: number) => stagesOf(framed(frame, alongMm)).between('X9:p1', 'X9:p2');

describe('a long steel frame', () => {
  it('counts by the distance along it: two joints, and 0.3 mΩ a metre (common practice, no source)', () => {
    expect(ohm('chassis-8', 0)).toBeCloseTo(0.002, 6);
    expect(ohm('chassis-8', 5000)).toBeCloseTo(0.002 + 5 * 0.0003, 6);
  });
  it('a short frame does not', () => expect(ohm('frame-8', 5000)).toBeCloseTo(0.002, 6));
  it('its volts are in the drop of what returns through it', () => {
    const drop = (alongMm: number) => stagesOf(framed('chassis-8', alongMm)).sizing.drops[0]!.minusDropV;
    // 20 A through 3 mΩ more (worked), with sizes that may have grown for it.
    expect(drop(10_000) - drop(0)).toBeGreaterThan(0.02);
    expect(drop(10_000) - drop(0)).toBeLessThanOrEqual(0.0601);
  });
});
