import { finding } from '../finding.ts';
import { at, PRACTICE, standing } from './standing.ts';

/** Open terminals on an open board. */
export const terminalsOpen = finding({
  id: 'terminals-open',
  subject: 'space',
  station: 'board',
  severity: { note: 'to know' },
  protects: 'whoever drops a spanner',
  source: `terminal covers (${PRACTICE})`,
  limits: {},
  reads: { standing },
  judge: ({ standing }) =>
    standing
      .filter((s) => s.part.body.openTerminals && s.panel.frontClearanceMm === null && s.face === 'front')
      .map((s) => ({
        entity: s.item.id,
        where: at(s),
        says: `${s.item.designation} has open terminals on an open board`,
        alike: { key: 'open', says: (places) => `${places} have open terminals on an open board` },
        why: 'a dropped spanner closes it: a cover, or insulated boots on every lug',
      })),
});
