import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

const sensed = (battery: string) =>
  bench({ chemistry: battery.includes('agm') ? 'agm' : 'lifepo4' })
    .item('G1', battery, shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('K1', 'relay-lvd-sensing-120', { at: [350, 200] })
    .item('E1', 'load-large', shelf, { load: { rating: { kind: 'watts', powerW: 60 } } })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'K1:line')
    .wire('K1:load', 'E1:plus', { runMm: 1500 })
    .wire('K1:minus', 'G1:minus', { runMm: 500 })
    .wire('G1:minus', 'E1:minus', { runMm: 1500 }).board;

findingTest('threshold-wrong', {
  speaks: () => sensed('battery-lifepo4-12-100'),
  silent: () => sensed('battery-agm-12-100'),
  says: /-K1 opens at 11.5 V; LiFePO4 is empty long before, about 11.8 V under load/,
});
