import { findingTest } from '../../testing/findingTest.ts';
import { lampBoard, power } from '../../testing/kit.ts';

findingTest('bank-too-cold', {
  speaks: () => power(lampBoard(), { site: { ...lampBoard().power.site, coldestMonthC: -8, bankPlace: 'sheltered' } }),
  silent: () => power(lampBoard(), { site: { ...lampBoard().power.site, coldestMonthC: -8, bankPlace: 'heated' } }),
  says: /The bank gets as cold as -8 °C/,
  fix: /The place is heated/,
});
