import { rows } from '../../engine/fact.ts';
import { made } from '../../stages/stages.ts';
import { finding } from '../finding.ts';

/** Cables whose two lugs reach further than the terminals are apart. */
export const cableTooShort = finding({
  id: 'cable-too-short',
  subject: 'ends',
  station: 'cables',
  severity: { stop: 'cannot be built' },
  protects: 'the assembler: there is nothing to cut',
  source: 'geometry of the lugs',
  limits: { cutMm: { value: 0, unit: 'mm', what: 'length of the conductor, more than', source: 'geometry' } },
  reads: { made: rows(made, ['cableId', 'designation', 'cutMm']) },
  judge: ({ made }, limits) =>
    made
      .filter((m) => !(m.cutMm > limits.cutMm))
      .map((m) => ({
        entity: m.cableId,
        where: { label: m.designation, cableIds: [m.cableId] },
        says: `${m.designation} comes out at ${Math.round(m.cutMm)} mm`,
        why: 'the two lugs reach further than the terminals are apart: a formed link, or more room between the parts',
      })),
});
