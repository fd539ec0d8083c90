import { findingTest } from '../../testing/findingTest.ts';
import { lamp, shelf } from '../../testing/kit.ts';

const charged = (charger: string) => lamp().item('T1', charger, shelf).board;

findingTest('charge-over-limit', {
  speaks: () => charged('mains-charger-12-60'),
  silent: () => charged('mains-charger-12-30'),
  says: /All charging at once brings 60 A, the bank takes 50 A/,
});
