import { describe, expect, it } from 'vitest';
import { stagesOf } from '../../testing/deviceTest.ts';
import { bench, parts, shelf } from '../../testing/kit.ts';

const charging = (charger: string) =>
  bench()
    .item('G9', 'feed-12', shelf, { feed: { restingVoltageV: 12.6, lowestVoltageV: 11 } })
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('T1', charger, { at: [400, 300] })
    .wire('G9:plus', 'T1:inPlus', { runMm: 3000 })
    .wire('G9:minus', 'T1:inMinus', { runMm: 3000 })
    .wire('T1:outPlus', 'G1:plus', { runMm: 600 })
    .wire('T1:outMinus', 'G1:minus', { runMm: 600 });

describe('a DC-DC charger', () => {
  it('draws what its sheet says, which goes before what would be reckoned', () => {
    const { flow } = stagesOf(charging('dcdc-12-12-30'));
    expect(flow('T1').designCurrentA).toBe(40);
    expect(flow('T1').origin).toEqual({ given: 'part sheet: input current' });
  });
  it('gives its rated current to the bank as a charge of its own', () => {
    const { flow, sizing } = stagesOf(charging('dcdc-12-12-30'));
    expect(flow('T1', 'charge').designCurrentA).toBe(30);
    expect(sizing.wires.map((w) => Math.round(w.designCurrentA))).toEqual([40, 40, 30, 30]);
  });
  it('stands between two islands and joins neither pole of them', () => {
    const { potentials, node } = stagesOf(charging('dcdc-12-12-30'));
    expect(potentials.islandOf[node('G9:plus')]).not.toBe(potentials.islandOf[node('G1:plus')]);
  });
  it('one with a trigger waits for it, and has two wires for the bank’s chemistry', () => {
    const { elements } = parts.get('dcdc-12-12-30-trigger')!;
    expect(elements.find((e) => e.kind === 'charger')!.enable).toBe('trigger');
    expect(elements.find((e) => e.kind === 'strap')).toMatchObject({ joinedFor: 'lifepo4' });
  });
});
