import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** A doubled lead to an inverter, the second one so long. */
const doubled = (secondMm: number) =>
  bench()
    .item('G1', 'battery-lifepo4-12-200', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('T1', 'inverter-12-1600', { at: [600, 300] })
    .wire('G1:plus', 'F1:line', { runMm: 150, sheathed: true })
    .wire('F1:load', 'T1:plus')
    .wire('G1:minus', 'T1:minus', { runMm: 900 })
    .wire('G1:minus', 'T1:minus', { runMm: secondMm }).board;

findingTest('parallel-unequal', {
  speaks: () => doubled(1600),
  silent: () => doubled(900),
  says: /W3 and W4 run side by side and differ: W3 takes \d\d % of the current/,
});
