import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard, power } from '../../testing/kit.ts';

findingTest('source-unused', {
  speaks: () => power(lampBoard(), { mains: { hoursPerDay: 3 } }),
  silent: () => lampBoard(),
  says: /names mains, and no mains charger is on the board/,
});
