import { finding } from '../finding.ts';
import { at, PRACTICE, standing } from './standing.ts';

/** Batteries that give off gas under a lid. */
export const gasUnderLid = finding({
  id: 'gas-under-lid',
  subject: 'space',
  station: 'board',
  severity: { stop: 'hurts' },
  protects: 'whoever opens the lid: hydrogen gathers under it',
  source: `lead-acid needs a vent (${PRACTICE})`,
  limits: {},
  reads: { standing },
  judge: ({ standing }) =>
    standing
      .filter((s) => s.part.body.gives === 'gas' && s.panel.frontClearanceMm !== null)
      .map((s) => ({
        entity: s.item.id,
        where: at(s),
        says: `${s.item.designation} gives off gas under the lid of ${s.panel.name}`,
        why: 'lead-acid gives off hydrogen when charged: a vent to the outside, high and low, or a box of its own',
      })),
});
