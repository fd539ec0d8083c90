import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** Two inverters of 800 W, and one load: together they would bear it, each alone not. */
const kettle = (powerW: number, powerFactor = 1) =>
  bench()
    .item('T1', 'inverter-12-800', { at: [200, 300] })
    .item('T2', 'inverter-12-800', { at: [600, 300] })
    .item('E1', 'load-mains', shelf, {
      name: 'Kettle',
      load: { rating: { kind: 'watts', powerW }, side: 'mains', powerFactor },
    }).board;

findingTest('load-above-inverter', {
  speaks: () => kettle(1200),
  silent: () => kettle(750),
  says: /-E1 Kettle asks 1,?200 W, -T1, -T2 gives 800 W/,
});
