import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** Two batteries side by side and an inverter: taken off at one end, or across. */
const pair = (minusFrom: string) =>
  bench()
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('G2', 'battery-lifepo4-12-100', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('T1', 'inverter-12-1600', shelf)
    .wire('G1:plus', 'G2:plus', { runMm: 4500 })
    .wire('G1:minus', 'G2:minus', { runMm: 4500 })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'T1:plus', { runMm: 500 })
    .wire(`${minusFrom}:minus`, 'T1:minus', { runMm: 500 }).board;

findingTest('battery-over-limit', {
  speaks: () => pair('G1'),
  silent: () => pair('G2'),
  says: /-G1 gives .* with everything on, and may give 100 A/,
});
