import { finding } from '../finding.ts';
import { laidCables } from './laidCables.ts';
import { isLead, LEADS_SOURCE, stockLengthMm } from './stockLead.ts';

/** Leads longer than any that is sold ready-made. */
export const leadTooLong = finding({
  id: 'lead-too-long',
  subject: 'routes',
  station: 'cables',
  severity: { warn: 'disappoints' },
  protects: 'bench day: the lead does not reach',
  source: LEADS_SOURCE,
  limits: {},
  reads: { laidCables },
  judge: ({ laidCables }) =>
    laidCables
      .filter((l) => isLead(l) && stockLengthMm(l.lengthMm) === undefined)
      .map(({ cable, lengthMm }) => ({
        entity: cable.id,
        where: { label: cable.designation, cableIds: [cable.id] },
        says: `${cable.designation} needs ${(lengthMm / 1000).toFixed(1)} m; no ready-made lead is that long`,
        why: 'made up on the spot, or the parts nearer',
      })),
});
