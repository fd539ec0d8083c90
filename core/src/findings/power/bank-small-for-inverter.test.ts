import { expect, it } from 'vitest';
import { deriveBoard } from '../../testing/demoBoards.ts';
import { findingTest } from '../../testing/findingTest.ts';
import { lamp, shelf } from '../../testing/kit.ts';

const withInverter = (inverter: string) => lamp().item('T1', inverter, shelf).board;

findingTest('bank-small-for-inverter', {
  speaks: () => withInverter('inverter-12-1600'),
  silent: () => withInverter('inverter-12-800'),
  says: /At full power -T1 takes \d+ A, the bank may give 100 A/,
});

it('inverters that each suit the bank are told when together they do not', () => {
  const two = lamp().item('T1', 'inverter-12-800', shelf).item('T2', 'inverter-12-300', shelf).board;
  expect(deriveBoard(two).findings.find((f) => f.kind === 'bank-small-for-inverter')?.says).toMatch(
    /-T1, -T2 together take 1\d\d A, the bank may give 100 A/,
  );
});
