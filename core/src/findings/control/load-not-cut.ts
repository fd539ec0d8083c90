import { control, electricLoads } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { namesOf } from '../places.ts';
import { names } from '../views.ts';
import { LOGIC, rowsWhen, whereOf } from './truth.ts';

/** Loads that go on with cells empty. */
export const loadNotCut = finding({
  id: 'load-not-cut',
  subject: 'control',
  station: 'circuit',
  severity: { warn: 'disappoints' },
  protects: 'the customer: the battery cuts everything without warning',
  source: LOGIC,
  limits: {},
  reads: { control, names, electricLoads },
  judge: ({ control, names, electricLoads }) => {
    // What is essential is meant to go on.
    const kept = new Set(electricLoads.filter((l) => l.load?.essential).map((l) => l.id));
    const ids = rowsWhen(control, 'cellsGiveCharge', false).flatMap((r) => r.fed.filter((id) => !kept.has(id)));
    if (ids.length === 0) return [];
    return [
      {
        entity: 'load',
        where: whereOf(names, ids),
        says: `With cells empty ${namesOf(names, ids)} still draws`,
        why: 'the load output of the battery must take the loads off before its own electronics do so without warning',
      },
    ];
  },
});
