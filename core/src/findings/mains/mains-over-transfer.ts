import { mainsLines, netlist } from '../../stages/stages.ts';
import { ampsInWords as amps } from '../../words.ts';
import { finding } from '../finding.ts';
import { nameOf } from '../places.ts';
import { elements, names } from '../views.ts';
import { LICENSED } from './licensed.ts';

/** An inverter-charger whose input may be asked for more than its transfer relay passes. */
export const mainsOverTransfer = finding({
  id: 'mains-over-transfer',
  subject: 'mains',
  station: 'circuit',
  severity: { warn: 'disappoints' },
  protects: 'the transfer relay inside: it carries whatever hangs behind it while mains is there',
  source: 'part sheet: pass-through current',
  limits: { transferA: { setBy: 'part sheet', unit: 'A', what: 'pass-through current', source: 'part sheet' } },
  reads: { mainsLines, netlist, elements, names },
  judge: ({ mainsLines, netlist, elements, names }) =>
    elements.of('inverter').flatMap(({ item, element }) => {
      if (element.acIn === null || element.transferA === null) return [];
      const ahead = mainsLines.at.get(netlist.nodeOf.get(`${item.id} ${element.acIn}`)!);
      if (!ahead || ahead.itemId === item.id || ahead.currentA <= element.transferA + 1e-9) return [];
      return [
        {
          entity: item.id,
          where: { label: item.designation, itemIds: [item.id, ahead.itemId] },
          says: `${item.designation} passes ${amps(element.transferA)}, ${nameOf(names, ahead.itemId)} ahead of it lets through ${amps(ahead.currentA)}`,
          why: `a breaker of ${amps(element.transferA)} or less ahead of its input. ${LICENSED}`,
        },
      ];
    }),
});
