import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

const beside = (second: string) =>
  bench()
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('G2', second, shelf)
    .wire('G1:plus', 'G2:plus', { runMm: 300 })
    .wire('G1:minus', 'G2:minus', { runMm: 300 }).board;

findingTest('sources-clash', {
  speaks: () => beside('battery-lifepo4-24-100'),
  silent: () => beside('battery-lifepo4-12-100'),
  says: /stands against other sources: 12 V/,
});
