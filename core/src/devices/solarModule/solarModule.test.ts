import { describe, expect, it } from 'vitest';
import { liveSets } from '../../circuit/liveSets.ts';
import { stagesOf } from '../../testing/deviceTest.ts';
import { bench, parts, shelf } from '../../testing/kit.ts';
import { genericCatalogue } from '../genericCatalogue.ts';

const MODULE = [...parts.keys()].find((id) => parts.get(id)!.kind === 'solarModule')!;
const isc = parts.get(MODULE)!.elements.find((e) => e.kind === 'solarSource')!.shortCircuitA;
const base = () =>
  bench()
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('T1', 'mppt-100-20', { at: [400, 300] })
    .item('G5', MODULE, { location: 'roof' })
    .item('G6', MODULE, { location: 'roof' })
    .wire('T1:outPlus', 'G1:plus', { runMm: 500 })
    .wire('T1:outMinus', 'G1:minus', { runMm: 500 });
const inSeries = () =>
  base()
    .wire('G5:plus', 'T1:inPlus', { runMm: 4000 })
    .wire('G5:minus', 'G6:plus', { runMm: 800 })
    .wire('G6:minus', 'T1:inMinus', { runMm: 4000 });
const sideBySide = () =>
  base()
    .wire('G5:plus', 'T1:inPlus', { runMm: 4000 })
    .wire('G5:minus', 'T1:inMinus', { runMm: 4000 })
    .wire('G6:plus', 'T1:inPlus', { runMm: 4000 })
    .wire('G6:minus', 'T1:inMinus', { runMm: 4000 });

describe('a solar module', () => {
  // IEC 62548, from memory.
  it('two in series are one string at 1.25 times the short-circuit current', () => {
    const { demand } = stagesOf(inSeries());
    const strings = demand.flows.filter((f) => f.way === 'solar');
    expect(strings).toHaveLength(1);
    expect(strings[0]!.designCurrentA).toBeCloseTo(1.25 * isc, 9);
    expect(strings[0]!.modules).toHaveLength(2);
  });
  it('two side by side are two strings, each with its own lead', () => {
    const { demand, sizing } = stagesOf(sideBySide());
    expect(demand.flows.filter((f) => f.way === 'solar')).toHaveLength(2);
    for (const wire of sizing.wires.slice(2)) expect(wire.designCurrentA).toBeCloseTo(1.25 * isc, 6);
  });
  it('is live by day whatever is switched off', () => {
    const board = inSeries().board;
    expect(liveSets(board, genericCatalogue).never.flatMap((n) => n.by)).toContain('it_G5');
  });
  it('a string that is broken ends early and feeds nobody', () => {
    const { demand } = stagesOf(base().wire('G5:plus', 'T1:inPlus', { runMm: 4000 }));
    expect(demand.flows.filter((f) => f.way === 'solar')).toHaveLength(0);
    expect(demand.unfed.length).toBeGreaterThan(0);
  });
});
