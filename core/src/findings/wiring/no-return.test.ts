import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard, without } from '../../testing/kit.ts';

findingTest('no-return', {
  speaks: () => without(lampBoard(), 7),
  silent: () => lampBoard(),
  says: /-E1 Lamp has no return/,
  fix: /Return to -/,
});
