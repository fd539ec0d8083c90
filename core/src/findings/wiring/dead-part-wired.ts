import { fact } from '../../stages/inputs.ts';
import { SAME_SIDE_V } from '../../stages/netlist/potentials.ts';
import { connections, netlist, potentials } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { nodeAt } from '../places.ts';
import { cableAt } from '../views.ts';

/** Parts left in place, dead, with a lead that is live. */
export const deadPartWired = finding({
  id: 'dead-part-wired',
  subject: 'wiring',
  station: 'circuit',
  severity: { warn: 'bad practice' },
  protects: 'whoever takes the old part for dead and puts a hand on it',
  source: 'what is left in place is taken off at both ends, or capped (common practice, no source)',
  limits: {},
  reads: { netlist, potentials, connections, cableAt, items: fact('items', ['id', 'designation', 'inService']) },
  judge: ({ netlist, potentials, connections, cableAt, items }) =>
    items
      .filter((i) => !i.inService)
      .flatMap((item) => {
        const live = connections.filter((c) => {
          const own = [c.from, c.to].find((r) => r.itemId === item.id);
          const volts = own ? potentials.nodeV[nodeAt(netlist, own)]! : 0;
          return own !== undefined && volts > SAME_SIDE_V;
        });
        if (live.length === 0) return [];
        const wires = [...new Set(live.flatMap((c) => cableAt.get(c.id)?.designation ?? []))];
        return [
          {
            entity: item.id,
            where: {
              label: item.designation,
              itemIds: [item.id],
              cableIds: [...new Set(live.flatMap((c) => cableAt.get(c.id)?.id ?? []))],
            },
            says: `${item.designation} is left in place as dead, and ${wires.join(', ')} brings a live plus to it`,
            why: 'take the lead off where it comes from, or end it in an insulated cap of its own, marked',
          },
        ];
      }),
});
