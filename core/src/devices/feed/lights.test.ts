import { describe, expect, it } from 'vitest';
import { dossierOf } from '../../testing/deviceTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** A charger whose trigger hangs on the running lights, or on a lead that is live while the engine runs. */
const triggeredBy = (feed: string, lead: string) =>
  bench()
    .item('G9', feed, shelf, { feed: { restingVoltageV: 12.6, lowestVoltageV: 11.5 } })
    .item('F9', 'holder-sf51', shelf)
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('T1', 'dcdc-12-12-30-trigger', { at: [450, 300] })
    .wire('G9:plus', 'F9:line', { runMm: 100 })
    .wire('F9:load', 'T1:inPlus', { runMm: 2500 })
    .wire('G9:minus', 'T1:inMinus', { runMm: 2500 })
    .wire('T1:outPlus', 'F1:load')
    .wire('F1:line', 'G1:plus', { runMm: 150, sheathed: true })
    .wire('T1:outMinus', 'G1:minus', { runMm: 300 })
    .wire(`G9:${lead}`, 'T1:trigger', { runMm: 2500 });

describe('running lights as a trigger', () => {
  it('make a state of the board in which the charger works', () => {
    const { control } = dossierOf(triggeredBy('feed-12-lights', 'lights'));
    expect(control.conditions).toEqual(['lightsOn']);
    expect(control.rows.map((r) => [r.when[0], r.charging])).toEqual([
      [false, []],
      [true, ['it_T1']],
    ]);
  });
  it('limit themselves: the thin lead behind them is not stopped for the fuse of the tap', () => {
    const { findings } = dossierOf(triggeredBy('feed-12-lights', 'lights'));
    const burns = ['fault-withstand', 'cable-below-fuse', 'no-fuse-near-source'];
    expect(findings.filter((f) => burns.includes(f.kind)).map((f) => f.says)).toEqual([]);
  });
});
