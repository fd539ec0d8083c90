import { field } from '../../engine/fact.ts';
import { sizing } from '../../stages/stages.ts';
import { ampsInWords as amps } from '../../words.ts';
import { finding } from '../finding.ts';
import { nameOf } from '../places.ts';
import { names } from '../views.ts';

/** A consumer that asks for more power than its line can bring at any voltage. */
export const lineCollapses = finding({
  id: 'line-collapses',
  subject: 'protection',
  station: 'circuit',
  severity: { stop: 'cannot be built' },
  protects: 'against a line that cannot work at all',
  source: 'constant-power load on a source with resistance: P is at most E²/4R',
  limits: {},
  reads: { collapsed: field(sizing, 'collapsed'), names },
  judge: ({ collapsed, names }) =>
    collapsed.map(({ itemId, key, currentA, powerW }) => {
      const name = nameOf(names, itemId);
      return {
        entity: key,
        where: { label: name, itemIds: [itemId] },
        says: `${name} cannot be fed: the line collapses at ${amps(currentA)}`,
        why: `alone on its line it could get ${Math.round(powerW)} W at most, at half the voltage; it asks for more, or for too much beside the others`,
      };
    }),
});
