import { finding } from '../finding.ts';
import { SHUNT_SOURCE, shuntSides } from './shunts.ts';

/** A shunt whose two sides are joined by wire. */
export const shuntBypassed = finding({
  id: 'shunt-bypassed',
  subject: 'wiring',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the bank: its monitor lies, and nobody sees it empty',
  source: SHUNT_SOURCE,
  limits: {},
  reads: { shuntSides },
  judge: ({ shuntSides }) =>
    shuntSides
      .filter((s) => s.batterySide.has(s.loadSide))
      .map(({ item }) => ({
        entity: `${item.id}/bypass`,
        where: { label: item.designation, itemIds: [item.id] },
        says: `${item.designation} is bypassed: its two sides are joined by wire`,
        why: 'current that goes round the shunt is not counted',
      })),
});
