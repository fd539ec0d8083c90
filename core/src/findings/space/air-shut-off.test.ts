import { findingTest } from '../../testing/findingTest.ts';
import { parts, standing } from '../../testing/kit.ts';

/** An isolator so far under a charger that draws its air from below. */
const below = (gapMm: number) => {
  const yMm = 140 + parts.get('dcdc-12-12-30')!.heightMm / 2 + gapMm + parts.get('isolator-100')!.heightMm / 2;
  return standing({}, ['dcdc-12-12-30', { yMm: 140 }], ['isolator-100', { yMm }]);
};

findingTest('air-shut-off', {
  speaks: () => below(15),
  silent: () => below(80),
  says: /stands before the air inlet of/,
});
