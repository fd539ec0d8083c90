import { findingTest } from '../../testing/findingTest.ts';
import { standing } from '../../testing/kit.ts';

const fixings = (armMm: number) => ({
  fixings: [20, 20 + armMm].map((yMm, n) => ({ id: `f${n}`, xMm: 400, yMm, screwDiameterMm: 3 })),
});

findingTest('fixings-pulled', {
  speaks: () => standing(fixings(6), ['inverter-charger-24-3000', {}]),
  silent: () => standing(fixings(440), ['inverter-charger-24-3000', {}]),
  says: /are pulled with \d+ N each/,
});
