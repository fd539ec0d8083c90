import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

const fixed = (xMm: number) =>
  standing({ fixings: [{ id: 'f1', xMm, yMm: 25, screwDiameterMm: 6 }] }, ['isolator-100', {}]);

findingTest('fixing-near-edge', {
  speaks: () => fixed(5),
  silent: () => fixed(30),
  severity: 'warn',
  says: /Fixing 1 of Main is 5 mm from the edge, 12 mm is needed/,
  fix: /Move it to/,
});
