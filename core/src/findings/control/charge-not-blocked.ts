import { control } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { namesOf } from '../places.ts';
import { names } from '../views.ts';
import { LOGIC, rowsWhen, whereOf } from './truth.ts';

/** Chargers that go on with cells full or frozen. */
export const chargeNotBlocked = finding({
  id: 'charge-not-blocked',
  subject: 'control',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the cells: charged full or frozen they are destroyed',
  source: LOGIC,
  limits: {},
  reads: { control, names },
  judge: ({ control, names }) => {
    const ids = rowsWhen(control, 'cellsTakeCharge', false).flatMap((r) => [
      ...r.charging,
      ...r.joined.map((j) => j.feedId),
    ]);
    if (ids.length === 0) return [];
    return [
      {
        entity: 'charge',
        where: whereOf(names, ids),
        says: `With cells full or frozen ${namesOf(names, ids)} still charges them`,
        why: 'the charge output of the battery must cut every charger: by its trigger, by a relay in its output, or of a solar controller on its sun side',
      },
    ];
  },
});
