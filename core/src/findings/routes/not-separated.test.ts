import { findingTest } from '../../testing/findingTest.ts';
import { cable, lamp, routed } from '../../testing/kit.ts';

/** A mains lead along the board, so far under a d.c. one. */
const mainsBeside = (yMm: number) => {
  const { board } = lamp()
    .item('X3', 'mains-panel-4', { at: [160, 300] })
    .item('T2', 'mains-charger-12-30', { at: [760, 300] })
    .wire('X3:w1L', 'T2:acL');
  return cable(cable(board, 2, routed([180, 90])), 8, routed([150, yMm], [700, yMm]));
};

findingTest('not-separated', {
  speaks: () => mainsBeside(100),
  silent: () => mainsBeside(250),
  severity: 'warn',
  says: /Mains and d\.c\. run side by side: W\d+ and W\d+ for \d+ mm/,
});
