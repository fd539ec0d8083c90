import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

findingTest('air-too-warm', {
  speaks: () => standing({ frontClearanceMm: 200 }, ['inverter-24-2000', {}]),
  silent: () => standing({ frontClearanceMm: null }, ['inverter-24-2000', {}]),
  says: /Under the lid of .* the air gets \d+ °C/,
});
