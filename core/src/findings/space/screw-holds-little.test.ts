import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

findingTest('screw-holds-little', {
  speaks: () => standing({ thicknessMm: 3, partScrewMm: 3 }, ['isolator-100', {}]),
  silent: () => standing({}, ['isolator-100', {}]),
  says: /Screws of 5 mm find 3 mm to hold in/,
});
