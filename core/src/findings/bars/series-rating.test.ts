import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

const inverterOn = (isolator: string) =>
  bench()
    .item('G1', 'battery-lifepo4-12-200', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('Q1', isolator, { at: [300, 90] })
    .item('T1', 'inverter-12-1600', shelf)
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'Q1:line')
    .wire('Q1:load', 'T1:plus', { runMm: 600 })
    .wire('G1:minus', 'T1:minus', { runMm: 600 }).board;

findingTest('series-rating', {
  speaks: () => inverterOn('isolator-100'),
  silent: () => inverterOn('isolator-300'),
  says: /-Q1 is rated 100 A, \d+ A goes through it/,
});
