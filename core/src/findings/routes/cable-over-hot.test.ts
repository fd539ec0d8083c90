import { findingTest } from '../../testing/findingTest.ts';
import { cable, lamp, routed } from '../../testing/kit.ts';

/** A lead from fuse to bar laid past a charger at a height. */
const across = (yMm: number) =>
  cable(lamp().item('T1', 'mains-charger-12-30', { at: [760, 330] }).board, 2, routed([650, yMm], [860, yMm]));

findingTest('cable-over-hot', {
  speaks: () => across(300),
  silent: () => across(200),
  says: /W2 lies across -T1, which runs hot/,
});
