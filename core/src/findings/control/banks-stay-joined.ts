import { control } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { namesOf } from '../places.ts';
import { names } from '../views.ts';
import { engineOff, LOGIC, whereOf } from './truth.ts';

/** Banks that stay joined with the engine off. */
export const banksStayJoined = finding({
  id: 'banks-stay-joined',
  subject: 'control',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the starter battery: the loads empty it overnight',
  source: LOGIC,
  limits: {},
  reads: { control, names },
  judge: ({ control, names }) => {
    const joined = engineOff(control).flatMap((r) => r.joined);
    const ids = joined.flatMap((j) => [j.feedId, j.batteryId]);
    if (ids.length === 0) return [];
    return [
      {
        entity: 'engine',
        where: whereOf(names, ids),
        says: `${namesOf(names, [joined[0]!.feedId])} and ${namesOf(names, [joined[0]!.batteryId])} stay joined with the engine off`,
        why: 'the loads would empty the starter battery: a contact that follows the engine belongs between',
      },
    ];
  },
});
