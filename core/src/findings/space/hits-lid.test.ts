import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

findingTest('hits-lid', {
  speaks: () => standing({ frontClearanceMm: 60 }, ['isolator-100', {}]),
  silent: () => standing({ frontClearanceMm: 120 }, ['isolator-100', {}]),
  says: /75 mm high, the lid leaves 60 mm/,
});
