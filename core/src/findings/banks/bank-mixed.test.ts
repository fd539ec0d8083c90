import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** Two batteries side by side, taken off at one end or across. */
const pair = (minusFrom: string, second = 'battery-lifepo4-12-100') =>
  bench()
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('G2', second, shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('T1', 'inverter-12-800', shelf)
    .wire('G1:plus', 'G2:plus', { runMm: 2500 })
    .wire('G1:minus', 'G2:minus', { runMm: 2500 })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'T1:plus', { runMm: 500 })
    .wire(`${minusFrom}:minus`, 'T1:minus', { runMm: 500 }).board;

findingTest('bank-mixed', {
  speaks: () => pair('G2', 'battery-agm-12-100'),
  silent: () => pair('G2'),
  severity: 'stop',
  says: /100 Ah LiFePO4.*100 Ah AGM/,
});
