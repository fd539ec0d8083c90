import { togetherIn } from '../../stages/demand/energy.ts';
import { briefOf, fact, powerOf } from '../../stages/inputs.ts';
import { finding } from '../finding.ts';

/** Groups of loads with nothing to take turns with. */
export const groupOfOne = finding({
  id: 'group-of-one',
  subject: 'power',
  station: 'power',
  severity: { note: 'to know' },
  protects: 'against a group that was meant to do something',
  source: 'load list',
  limits: { loads: { value: 2, unit: '', what: 'loads a group needs to mean anything', source: 'this program' } },
  reads: {
    items: fact('items', ['id', 'designation', 'name', 'partId', 'load']),
    power: powerOf(['loadGroups']),
    brief: briefOf(['systemVoltageV']),
  },
  judge: ({ items, power, brief }, limits) => {
    const loads = items.flatMap((item) => (item.load ? [{ item, load: item.load }] : []));
    const own = (groupId: string) => loads.filter((l) => l.load.groupId === groupId);
    return power.loadGroups
      .filter((g) => own(g.id).length < limits.loads)
      .map((g) => ({
        entity: g.id,
        where: { label: g.name, itemIds: own(g.id).map((l) => l.item.id) },
        says: `Load group “${g.name}” has fewer than two loads`,
        why: `it changes nothing: ${togetherIn(loads, 12, power, brief.systemVoltageV).length} loads can be on at noon either way`,
      }));
  },
});
