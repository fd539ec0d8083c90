import { findingTest } from '../../testing/findingTest.ts';
import { lamp, shelf } from '../../testing/kit.ts';

const withInverter = (inverter: string) => lamp().item('T1', inverter, shelf).board;

findingTest('bank-small-for-inverter', {
  speaks: () => withInverter('inverter-12-1600'),
  silent: () => withInverter('inverter-12-800'),
  says: /At full power -T1 takes \d+ A, the bank may give 100 A/,
});
