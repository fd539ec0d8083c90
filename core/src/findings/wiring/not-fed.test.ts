import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard, without } from '../../testing/kit.ts';

findingTest('not-fed', {
  speaks: () => without(lampBoard(), 4),
  silent: () => lampBoard(),
  says: /-E1 Lamp is fed by no source/,
});
