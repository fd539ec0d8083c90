import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

findingTest('terminals-open', {
  speaks: () => standing({}, ['bar-plus-6x8', {}]),
  silent: () => standing({ frontClearanceMm: 300 }, ['bar-plus-6x8', {}]),
  says: /has open terminals on an open board/,
});
