import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

findingTest('access-behind', {
  speaks: () => standing({ backClearanceMm: 200 }, ['isolator-100', { face: 'back' }]),
  silent: () => standing({}, ['isolator-100', {}]),
  says: /is wired behind the board/,
});
