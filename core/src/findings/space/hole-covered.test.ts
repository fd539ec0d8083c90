import { findingTest } from '../../testing/findingTest.ts';
import { hole, standing } from '../../testing/kit.ts';

findingTest('hole-covered', {
  speaks: () => standing({ holes: [hole(1, 400, 250, 25, 'grommet')] }, ['isolator-100', {}]),
  silent: () => standing({ holes: [hole(1, 600, 250, 25, 'grommet')] }, ['isolator-100', {}]),
  says: /stands on the hole at 400, 250 mm/,
});
