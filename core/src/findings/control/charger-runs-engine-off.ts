import { control, netlist } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { namesOf } from '../places.ts';
import { names } from '../views.ts';
import { engineOff, LOGIC, whereOf } from './truth.ts';

/** A triggered charger that works with the engine off. */
export const chargerRunsEngineOff = finding({
  id: 'charger-runs-engine-off',
  subject: 'control',
  station: 'circuit',
  severity: { warn: 'disappoints' },
  protects: 'the starter battery: a charger draws on it day and night',
  source: LOGIC,
  limits: {},
  reads: { control, netlist, names },
  judge: ({ control, netlist, names }) => {
    const triggered = new Set(
      netlist.chargers.filter((c) => c.element.source === 'dcdc' && c.element.enable != null).map((c) => c.item.id),
    );
    const ids = [...new Set(engineOff(control).flatMap((r) => r.charging.filter((id) => triggered.has(id))))];
    if (ids.length === 0) return [];
    return [
      {
        entity: 'engine',
        where: whereOf(names, ids),
        says: `${namesOf(names, ids)} is triggered with the engine off`,
        why: 'its trigger is live whether the engine runs or not, so it draws on the starter battery',
      },
    ];
  },
});
