import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** A DC-DC charger whose trigger hangs on the starter battery, or on the engine-running lead. */
const triggered = (by: string) =>
  bench({ chemistry: 'agm' })
    .item('G1', 'battery-agm-12-100', shelf)
    .item('G2', 'feed-12-signal', shelf, { feed: { restingVoltageV: 12.6, lowestVoltageV: 11 } })
    .item('T1', 'dcdc-12-12-30-trigger', { at: [400, 300] })
    .item('K1', 'relay-vsr-120', { at: [700, 300] })
    .wire('G2:plus', 'T1:inPlus', { runMm: 150 })
    .wire('G2:minus', 'T1:inMinus', { runMm: 150 })
    .wire('T1:outPlus', 'G1:plus', { runMm: 150 })
    .wire('T1:outMinus', 'G1:minus', { runMm: 150 })
    .wire(by, 'T1:trigger', { runMm: 150 })
    .wire('G2:running', 'K1:line', { runMm: 150 })
    .wire('G2:minus', 'K1:minus', { runMm: 150 }).board;

findingTest('charger-runs-engine-off', {
  speaks: () => triggered('G2:plus'),
  silent: () => triggered('G2:running'),
  says: /-T1 is triggered with the engine off/,
});
