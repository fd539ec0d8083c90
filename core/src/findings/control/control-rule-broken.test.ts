import { expect, it } from 'vitest';
import { derive } from '../../derive.ts';
import { genericCatalogue } from '../../devices/genericCatalogue.ts';
import { defaultWorkshop } from '../../document/workshop/workshop.ts';
import { profileById } from '../../profiles/profiles.ts';
import { findingTest } from '../../testing/findingTest.ts';
import { bench, shelf } from '../../testing/kit.ts';

/** A wish that an output is closed, or open, while the cells take no charge. */
const wished = (must: 'closed' | 'open') => ({
  ...bench().item('G1', 'battery-lifepo4-12-100-outputs', shelf).board,
  control: [
    {
      id: 'cr_1',
      condition: 'cellsTakeCharge' as const,
      holds: false,
      itemId: 'it_G1',
      contactId: 'chargeOkOut',
      must,
    },
  ],
});

findingTest('control-rule-broken', {
  speaks: () => wished('closed'),
  silent: () => wished('open'),
  says: /-G1 is not closed with cells full or frozen/,
});

it('a switch for the hand is taken as closed where nothing on the board follows a signal', () => {
  const { board } = bench().item('Q1', 'isolator-100', { at: [200, 100] });
  const dossierOf = (control: typeof board.control) =>
    derive({ ...board, control }, genericCatalogue, profileById('craft-iso'), defaultWorkshop);
  const { itemId, contactId } = dossierOf([]).control.contacts[0]!;
  const found = (must: 'closed' | 'open') =>
    dossierOf([{ id: 'cr_1', condition: 'engineRunning', holds: true, must, itemId, contactId }]).findings.filter(
      (f) => f.kind === 'control-rule-broken',
    ).length;
  expect([found('closed'), found('open')]).toEqual([0, 1]);
});
