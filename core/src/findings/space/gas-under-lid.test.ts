import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

findingTest('gas-under-lid', {
  speaks: () => standing({ frontClearanceMm: 600 }, ['battery-agm-12-100', {}]),
  silent: () => standing({}, ['battery-agm-12-100', {}]),
  says: /gives off gas under the lid/,
});
