import { findingTest } from '../../testing/findingTest.ts';
import { lamp, lampBoard } from '../../testing/kit.ts';

/** A minus bar at the end of the block, tied to the plus bar by mistake. */
const tied = () =>
  lamp()
    .item('X3', 'bar-minus-4x8', { at: [700, 400] })
    .item('X4', 'bar-minus-4x8', { at: [700, 200] })
    .wire('F10:m2', 'X3:s1')
    .wire('X3:s2', 'X4:s1')
    .wire('X4:s2', 'X1:s3').board;

findingTest('plus-tied-to-minus', {
  speaks: tied,
  silent: lampBoard,
  says: /Plus is tied to minus: W10 closes a ring/,
  fix: /Remove W10/,
});
