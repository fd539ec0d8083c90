import { rows } from '../../engine/fact.ts';
import { made } from '../../stages/stages.ts';
import { FORMED_LINK_MAX_MM } from '../../tables/copperBars.ts';
import { finding } from '../finding.ts';

/** Formed copper longer than a hand forms. */
export const linkTooLong = finding({
  id: 'link-too-long',
  subject: 'ends',
  station: 'cables',
  severity: { warn: 'bad practice' },
  protects: 'the studs: long flat copper shakes and sags on them',
  source: 'common practice, no source',
  limits: {
    lengthMm: {
      value: FORMED_LINK_MAX_MM,
      unit: 'mm',
      what: 'flat copper formed by hand',
      source: 'common practice, no source',
    },
  },
  reads: { made: rows(made, ['cableId', 'designation', 'flat', 'lengthMm']) },
  judge: ({ made }, limits) =>
    made
      .filter((m) => m.flat && m.lengthMm > limits.lengthMm)
      .map((m) => ({
        entity: m.cableId,
        where: { label: m.designation, cableIds: [m.cableId] },
        says: `${m.designation} is a formed link of ${Math.round(m.lengthMm)} mm, up to ${limits.lengthMm} mm is formed by hand`,
        why: 'longer flat copper shakes and sags: a bus bar on supports, or a cable',
        fixes: [
          {
            label: 'Make it a cable',
            commands: [{ kind: 'set', collection: 'cables', id: m.cableId, field: 'material', value: 'copper' }],
          },
        ],
      })),
});
