import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

findingTest('heavy-to-lift', {
  speaks: () => standing({}, ['inverter-charger-24-3000', {}], ['inverter-charger-24-3000', { xMm: 120 }]),
  silent: () => standing({}, ['isolator-100', {}]),
  says: /two people, or a hoist/,
});
