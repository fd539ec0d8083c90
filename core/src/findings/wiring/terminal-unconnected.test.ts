import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard, without } from '../../testing/kit.ts';

findingTest('terminal-unconnected', {
  speaks: () => without(lampBoard(), 7),
  silent: () => lampBoard(),
  says: /-E1:minus is not connected/,
  fix: /Connect to -/,
});
