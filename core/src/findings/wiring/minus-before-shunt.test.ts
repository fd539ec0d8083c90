import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** A shunt in the minus; the lamp's return behind it or before it. */
const shunted = (lampMinus: string) => {
  return bench()
    .item('G1', 'battery-lifepo4-12-100', shelf)
    .item('F1', 'holder-classT', { at: [110, 90] })
    .item('R1', 'shunt-100', { at: [150, 400] })
    .item('X2', 'bar-minus-6x8', { at: [500, 400] })
    .item('E1', 'load-large', shelf, { name: 'Lamp', load: { rating: { kind: 'watts', powerW: 24 } } })
    .wire('G1:plus', 'F1:line', { runMm: 150 })
    .wire('F1:load', 'E1:plus', { runMm: 900 })
    .wire('G1:minus', 'R1:battery', { runMm: 300 })
    .wire('R1:load', 'X2:s1')
    .wire(lampMinus, 'E1:minus', { runMm: 900 }).board;
};

findingTest('minus-before-shunt', {
  speaks: () => shunted('R1:battery'),
  silent: () => shunted('X2:s2'),
  says: /-E1's minus is on the battery side of -R1/,
  fix: /Move it to -X2/,
});
