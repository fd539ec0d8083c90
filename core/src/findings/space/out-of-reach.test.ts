import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

findingTest('out-of-reach', {
  speaks: () => standing({}, ['isolator-100', {}], ['isolator-100', { xMm: 420 }, { standOffMm: 90 }]),
  silent: () => standing({}, ['isolator-100', {}], ['isolator-100', { xMm: 600 }]),
  severity: 'stop',
  says: /no hand gets at it/,
});
