import { mains } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { nameOf, namesOf } from '../places.ts';
import { names } from '../views.ts';
import { LICENSED, MAINS_SOURCE } from './licensed.ts';

/** Mains chargers fed by an inverter on the very bank they charge. */
export const mainsLoop = finding({
  id: 'mains-loop',
  subject: 'mains',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the bank: it goes round through inverter and charger and is only emptied',
  source: MAINS_SOURCE,
  limits: {},
  reads: { mains, names },
  judge: ({ mains, names }) =>
    mains.loops.map(({ chargerId, inverterId }) => ({
      entity: `${chargerId}/${inverterId}`,
      where: { label: namesOf(names, [chargerId, inverterId]), itemIds: [chargerId, inverterId] },
      says: `${nameOf(names, chargerId)} charges the battery from itself: ${nameOf(names, inverterId)} feeds it`,
      why: `the bank goes round through inverter and charger and is only emptied: take the charger from the inlet side, or let it out where the inverter charges. ${LICENSED}`,
    })),
});
