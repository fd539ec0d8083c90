import { findingTest } from '../../testing/findingTest.ts';
import { bench, item, shelf } from '../../testing/kit.ts';

/** An isolator far from the straight way between fuse and inverter; held there, nothing is said. */
const farSwitch = (yMm: number, held: boolean) =>
  item(
    bench()
      .item('G1', 'battery-lifepo4-12-200', shelf)
      .item('F1', 'holder-classT', { at: [110, 90] })
      .item('Q1', 'isolator-300', { at: [300, yMm] })
      .item('X1', 'bar-plus-6x10', { at: [600, 90] })
      .item('T1', 'inverter-12-1600', shelf)
      .wire('G1:plus', 'F1:line', { runMm: 150 })
      .wire('F1:load', 'Q1:line')
      .wire('Q1:load', 'X1:s1')
      .wire('X1:s2', 'T1:plus', { runMm: 600 })
      .wire('G1:minus', 'T1:minus', { runMm: 600 }).board,
    'Q1',
    'held',
    held,
  );

findingTest('far-isolator', {
  speaks: () => farSwitch(540, false),
  silent: () => farSwitch(540, true),
  says: /The way to -Q1 and back is \d+ mm longer than it need be/,
  fix: /Move -Q1 to/,
});
