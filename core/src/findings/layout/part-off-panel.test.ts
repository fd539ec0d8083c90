import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

findingTest('part-off-panel', {
  speaks: () => standing({}, ['isolator-100', { xMm: 790 }]),
  silent: () => standing({}, ['isolator-100', {}]),
  says: /reaches over the edge/,
});
