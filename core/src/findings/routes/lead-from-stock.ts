import { finding } from '../finding.ts';
import { laidCables } from './laidCables.ts';
import { isLead, LEADS_SOURCE, stockLengthMm } from './stockLead.ts';

/** Data and remote leads come in lengths: the one to buy, and what is over. */
export const leadFromStock = finding({
  id: 'lead-from-stock',
  subject: 'routes',
  station: 'cables',
  severity: { note: 'to know' },
  protects: 'whoever buys it: a lead that is too short, or metres too long',
  source: LEADS_SOURCE,
  limits: {},
  reads: { laidCables },
  judge: ({ laidCables }) =>
    laidCables.filter(isLead).flatMap(({ cable, lengthMm }) => {
      const stockMm = stockLengthMm(lengthMm);
      if (stockMm === undefined) return [];
      return [
        {
          entity: cable.id,
          where: { label: cable.designation, cableIds: [cable.id] },
          says: `${cable.designation} needs ${Math.round(lengthMm)} mm: the ready-made lead of ${stockMm / 1000} m, ${Math.round(stockMm - lengthMm)} mm over`,
          why: 'coil what is over, away from heavy current',
        },
      ];
    }),
});
