import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

findingTest('screw-near-edge', {
  speaks: () => standing({}, ['isolator-100', { yMm: 33 }]),
  silent: () => standing({}, ['isolator-100', {}]),
  says: /A screw of .* is \d+(\.\d)? mm from the edge/,
});
