import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

findingTest('no-room-behind', {
  speaks: () => standing({ backClearanceMm: 40 }, ['isolator-100', { face: 'back' }]),
  silent: () => standing({ backClearanceMm: 90 }, ['isolator-100', { face: 'back' }]),
  says: /75 mm high, 40 mm is free behind the board/,
});
