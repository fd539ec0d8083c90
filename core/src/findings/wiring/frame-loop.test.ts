import { findingTest } from '../../testing/findingTest.ts';
import { lamp, shelf, without } from '../../testing/kit.ts';

/** The lamp returns through a frame that is bonded once, or twice. */
const framed = (profileId: 'road', bonds = 1) => {
  const b = lamp({ profileId }).item('X9', 'frame-8', shelf).wire('X9:p1', 'X2:s3', { runMm: 400 });
  if (bonds > 1) b.wire('X9:p2', 'X2:s4', { runMm: 400 });
  return without(b.wire('E1:minus', 'X9:p5', { runMm: 500 }).board, 7);
};

findingTest('frame-loop', {
  speaks: () => framed('road', 2),
  silent: () => framed('road', 1),
  says: /-X9 is tied to the minus at 2 points/,
});
