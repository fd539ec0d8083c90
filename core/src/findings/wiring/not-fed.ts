import { finding } from '../finding.ts';
import { unfedDevices, wordsOf } from './unfed.ts';

/** Devices wired on both poles that no source reaches. */
export const notFed = finding({
  id: 'not-fed',
  subject: 'wiring',
  station: 'circuit',
  severity: { warn: 'disappoints' },
  protects: 'the customer: the device will not work',
  source: 'a circuit needs a way out and a way back (Kirchhoff)',
  limits: {},
  reads: { unfedDevices },
  judge: ({ unfedDevices }) =>
    unfedDevices
      .filter((u) => !(u.plusFed && !u.minusFed) && !u.plusOpen && !u.minusOpen)
      .map(({ item, key, plusFed }) => ({
        entity: key,
        where: { label: item.designation, itemIds: [item.id] },
        says: `${wordsOf(item)} is fed by no source`,
        why: plusFed
          ? 'plus and minus come from sources that have nothing in common'
          : 'nothing on its plus side reaches a source',
      })),
});
