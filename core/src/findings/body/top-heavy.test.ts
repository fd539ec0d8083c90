import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

findingTest('top-heavy', {
  speaks: () => standing({}, ['inverter-charger-24-3000', { yMm: 60 }]),
  silent: () => standing({}, ['inverter-charger-24-3000', { yMm: 290 }]),
  says: /is top-heavy/,
});
