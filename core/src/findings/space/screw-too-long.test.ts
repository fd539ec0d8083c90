import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

findingTest('screw-too-long', {
  speaks: () => standing({ partScrewMm: 25 }, ['isolator-100', {}]),
  silent: () => standing({ partScrewMm: 16 }, ['isolator-100', {}]),
  says: /Screws of 25 mm come 7 mm out of the back/,
  fix: /Use screws of 16 mm/,
});
