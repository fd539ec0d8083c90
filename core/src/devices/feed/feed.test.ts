import { describe, expect, it } from 'vitest';
import { newItem } from '../../document/item/items.ts';
import { dossierOf, stagesOf } from '../../testing/deviceTest.ts';
import { bench, lampBoard, parts, shelf } from '../../testing/kit.ts';

const tap = (lowestVoltageV: number) =>
  bench({ systemVoltageV: 24 })
    .item('G9', 'feed-12', shelf, { feed: { restingVoltageV: 12.6, lowestVoltageV } })
    .item('G1', 'battery-lifepo4-24-200', shelf)
    .item('T1', 'dcdc-12-24-15', { at: [400, 300] })
    .wire('G9:plus', 'T1:inPlus', { runMm: 3000 })
    .wire('G9:minus', 'T1:inMinus', { runMm: 3000 })
    .wire('T1:outPlus', 'G1:plus', { runMm: 600 })
    .wire('T1:outMinus', 'G1:minus', { runMm: 600 });

describe('a feed', () => {
  // Scaled to its system where nothing is.
  it('takes its volts from what is said of the tap', () => {
    const item = newItem(lampBoard(), parts.get('feed-12')!, { kind: 'unplaced' });
    expect(item.feed).toEqual({ restingVoltageV: 12.6, lowestVoltageV: 11 });
    expect(item.ownership).toBe('customer');
  });
  it.each([
    [11, (28.8 * 15) / (0.87 * 11)],
    [12.2, (28.8 * 15) / (0.87 * 12.2)],
  ])('at its lowest %d V a charger draws what energy asks', (lowestV, amps) => {
    // Power out over efficiency over volts in: conservation of energy, worked by hand.
    expect(stagesOf(tap(lowestV)).flow('T1').designCurrentA).toBeCloseTo(amps, 9);
  });
  it('is neither bought nor built', () => {
    expect(dossierOf(tap(11)).parts.some((l) => l.partId === 'feed-12')).toBe(false);
  });
  it('can say that the engine runs', () => {
    const running = parts.get('feed-12-signal')!.elements.find((e) => e.kind === 'contact')!;
    expect(running).toMatchObject({ follows: 'engineRunning', normallyOpen: true, ratingA: 1 });
  });
});
