import { field } from '../../engine/fact.ts';
import { netlist, sizing } from '../../stages/stages.ts';
import { ampsInWords as amps } from '../../words.ts';
import { finding } from '../finding.ts';
import { nameOf } from '../places.ts';
import { names } from '../views.ts';

/** A battery that gives more than it may, though the bank as a whole would do: it has the shortest way. */
export const batteryOverLimit = finding({
  id: 'battery-over-limit',
  subject: 'banks',
  station: 'circuit',
  severity: { warn: 'disappoints' },
  protects: 'the customer: the hardest worked battery cuts off, and all falls on the others',
  source: 'part sheet: discharge limit; shares by the resistances of the solved network',
  limits: {
    dischargeA: { setBy: 'part sheet', unit: 'A', what: 'most a battery may give', source: 'part sheet' },
  },
  reads: { bank: field(sizing, 'bank'), netlist, names },
  judge: ({ bank, netlist, names }) =>
    bank.flatMap(({ itemId, dischargeA }) => {
      const element = netlist.sources.find((s) => s.item.id === itemId)?.element;
      if (element?.kind !== 'battery' || bank.length < 2 || dischargeA <= element.dischargeLimitA * (1 + 1e-9))
        return [];
      const name = nameOf(names, itemId);
      return [
        {
          entity: itemId,
          where: { label: name, itemIds: [itemId] },
          says: `${name} gives ${amps(dischargeA)} with everything on, and may give ${amps(element.dischargeLimitA)}`,
          why: 'batteries share by the resistance of their ways: equal leads to bars, or plus from one end and minus from the other',
        },
      ];
    }),
});
