import { part } from '../../engine/fact.ts';
import { ROUND_CAP } from '../../stages/sizing/sizing.ts';
import { sizing } from '../../stages/stages.ts';
import { finding } from '../finding.ts';

/** Sizes that never came to rest. */
export const sizingUnsettled = finding({
  id: 'sizing-unsettled',
  subject: 'protection',
  station: 'circuit',
  severity: { stop: 'cannot be built' },
  protects: 'against a parts list of sizes that are not the last word',
  source: 'stated cap of the sizing stage',
  limits: {
    rounds: { value: ROUND_CAP, unit: '', what: 'rounds of growing sizes', source: 'this program' },
  },
  reads: { sizing: part(sizing, ['settled', 'rounds']) },
  judge: ({ sizing: { settled, rounds } }) =>
    settled
      ? []
      : [
          {
            entity: 'board',
            where: { label: 'sizing' },
            says: `Sizing did not settle in ${rounds} rounds`,
            why: 'sizes still grow: the drop limits ask for more copper than the catalogue has steps',
          },
        ],
});
