import { potentials } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { nameOf } from '../places.ts';
import { names } from '../views.ts';

/** Sources that drive a current through one another as soon as the last wire is on. */
export const sourcesClash = finding({
  id: 'sources-clash',
  subject: 'wiring',
  station: 'circuit',
  severity: { stop: 'hurts' },
  protects: 'whoever puts the last wire on: only the sources’ own resistance holds the current back',
  source: 'nominal potentials of the sources (Kirchhoff)',
  limits: {},
  reads: { potentials, names },
  judge: ({ potentials, names }) =>
    potentials.sourceClashes.map(({ itemId, differenceV }) => {
      const name = nameOf(names, itemId);
      return {
        entity: itemId,
        where: { label: name, itemIds: [itemId] },
        says: `${name} stands against other sources: ${differenceV.toFixed(0)} V with nothing but wire in the ring`,
        why: 'going round through the sources the voltages do not add up to nothing; only their small resistance holds the current back',
      };
    }),
});
