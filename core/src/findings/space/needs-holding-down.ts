import { finding } from '../finding.ts';
import { at, PRACTICE, standing } from './standing.ts';

/** Batteries and the like that need a tray or a strap. */
export const needsHoldingDown = finding({
  id: 'needs-holding-down',
  subject: 'space',
  station: 'board',
  severity: { note: 'to know' },
  protects: 'whoever is near when it is knocked: it is heavy and full of energy',
  source: `holding down (${PRACTICE})`,
  limits: {},
  reads: { standing },
  judge: ({ standing }) =>
    standing
      .filter((s) => s.part.body.heldBy === 'strap')
      .map((s) => ({
        entity: s.item.id,
        where: at(s),
        says: `${s.item.designation} (${s.part.massKg} kg) needs a tray, cleats or a strap of its own`,
        why: 'its screws do not hold it: sign off the holding down at the build, and leave its posts reachable',
      })),
});
