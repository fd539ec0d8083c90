import { briefOf } from '../../stages/inputs.ts';
import { netlist } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { nodeAt } from '../places.ts';
import { elements, names } from '../views.ts';
import { whereOf } from './truth.ts';

/** Configuration wires of chargers, joined for one chemistry and open for the other. */
export const chargerStrap = finding({
  id: 'charger-strap',
  subject: 'control',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the bank: the wrong curve over- or undercharges it for years',
  source: 'part sheet: configuration wires',
  limits: {},
  reads: { elements, netlist, names, brief: briefOf(['chemistry']) },
  judge: ({ elements, netlist, names, brief: { chemistry } }) =>
    elements.of('strap').flatMap(({ item, element: e }) => {
      const ends = [e.a, e.b].map((terminalId) => nodeAt(netlist, { itemId: item.id, terminalId }));
      const joined = netlist.branches.some((w) => w.kind === 'wire' && ends.includes(w.a) && ends.includes(w.b));
      const wanted = e.joinedFor === chemistry;
      if (joined === wanted) return [];
      return [
        {
          entity: `${item.id}/${e.id}`,
          where: whereOf(names, [item.id]),
          says: `${item.designation}'s curve wires are ${joined ? 'joined' : 'open'}: that is its curve for ${joined === (e.joinedFor === 'lifepo4') ? 'lithium' : 'lead'}`,
          why: `the bank is ${chemistry === 'lifepo4' ? 'lithium iron phosphate' : 'AGM'}: ${wanted ? 'join them' : 'leave them open'}`,
        },
      ];
    }),
});
