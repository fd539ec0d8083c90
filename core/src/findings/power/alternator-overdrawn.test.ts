import { findingTest } from '../../testing/findingTest.ts';
import { lamp, power, shelf } from '../../testing/kit.ts';

/** A charger joined to the bank: one joined to nothing does not count. */
const joined = () =>
  lamp()
    .item('T1', 'dcdc-12-12-30', shelf)
    .wire('T1:outPlus', 'X1:s3', { runMm: 500 })
    .wire('T1:outMinus', 'X2:s3', { runMm: 500 }).board;

/** A DC-DC charger on an alternator whose tap may give so much. */
const tapped = (maxA: number, idleMaxA: number) =>
  power(joined(), {
    alternator: {
      nominalV: 12,
      chargingV: 14.2,
      ecoV: 13.2,
      ratedA: 200,
      shareMax: 0.5,
      maxA,
      idleMaxA,
      idleShare: 0.4,
      hoursPerDay: 1,
    },
  });

findingTest('alternator-overdrawn', {
  speaks: () => tapped(20, 60),
  silent: () => tapped(80, 60),
  says: /-T1 takes \d+ A, the alternator may give 20 A/,
});
