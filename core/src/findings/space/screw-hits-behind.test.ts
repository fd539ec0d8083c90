import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

const behind = (partScrewMm: number) =>
  standing({ partScrewMm, backClearanceMm: 120 }, ['isolator-100', {}], ['isolator-100', { face: 'back' }]);

findingTest('screw-hits-behind', {
  speaks: () => behind(30),
  silent: () => behind(16),
  says: /comes out where .* is/,
  fix: /Use screws of 16 mm/,
});
