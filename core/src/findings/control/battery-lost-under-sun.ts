import type { Id } from '../../document/basics.ts';
import { neighbours, reachedFrom } from '../../stages/netlist/reach.ts';
import { control, netlist } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { namesOf } from '../places.ts';
import { names } from '../views.ts';
import { LOGIC } from './truth.ts';

/** Solar controllers whose output a relay takes off the battery while the modules stay on. */
export const batteryLostUnderSun = finding({
  id: 'battery-lost-under-sun',
  subject: 'control',
  station: 'circuit',
  severity: { warn: 'bad practice' },
  protects: 'the controller and what hangs on it: without a battery under sun its voltage runs away',
  source: `${LOGIC}; a controller that loses its battery under sun may be destroyed (common practice, no source)`,
  limits: {},
  reads: { control, netlist, names },
  judge: ({ control, netlist, names }) => {
    const batteries = netlist.sources.filter((s) => s.element.kind === 'battery').map((s) => s.plus);
    const all = neighbours(netlist, () => true);
    const onBattery = (plus: number, near: typeof all) => batteries.some((b) => reachedFrom(near, [plus]).has(b));
    const suns = netlist.chargers.filter((c) => c.element.source === 'solar' && onBattery(c.output.plus, all));
    const contactAt = new Map(control.contacts.map((c, i) => [`item/${c.itemId}/${c.contactId}`, { ...c, i }]));
    const lost = new Map<Id, Set<Id>>();
    for (const row of control.rows) {
      if (!row.settles) continue;
      const open = (key: string) => {
        const contact = contactAt.get(key);
        return contact !== undefined && contact.worked !== 'hand' && !row.closed[contact.i];
      };
      const near = neighbours(netlist, (b) => !open(b.key));
      for (const sun of suns) {
        const panelsOn = netlist.solar.some((m) => reachedFrom(near, [m.plus]).has(sun.input.plus));
        if (!panelsOn || onBattery(sun.output.plus, near)) continue;
        const by = netlist.branches.filter((b) => open(b.key)).flatMap((b) => b.itemId ?? []);
        lost.set(sun.item.id, new Set([...(lost.get(sun.item.id) ?? []), ...by]));
      }
    }
    return [...lost].map(([id, by]) => ({
      entity: id,
      where: { label: namesOf(names, [id]), itemIds: [id, ...by] },
      says: `${namesOf(names, by)} takes the battery off ${namesOf(names, [id])} while the sun is on it`,
      why: 'the relay belongs on the sun side, or the controller has an input of its own to be told; some makers allow it: then say so in the notes',
    }));
  },
});
