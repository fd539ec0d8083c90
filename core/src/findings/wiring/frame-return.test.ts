import { findingTest } from '../../testing/findingTest.ts';
import { lamp, shelf, without } from '../../testing/kit.ts';

/** The lamp returns through a frame that is bonded. */
const framed = (profileId: 'craft-iso' | 'road') => {
  const { board } = lamp({ profileId })
    .item('X9', 'frame-8', shelf)
    .wire('X9:p1', 'X2:s3', { runMm: 400 })
    .wire('E1:minus', 'X9:p5', { runMm: 500 });
  return without(board, 7);
};

findingTest('frame-return', {
  speaks: () => framed('craft-iso'),
  silent: () => framed('road'),
  says: /-E1 returns through the frame/,
});
