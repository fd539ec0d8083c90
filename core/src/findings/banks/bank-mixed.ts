import { banksOf } from '../../stages/netlist/potentials.ts';
import { netlist, potentials } from '../../stages/stages.ts';
import { CHEMISTRY_NAME } from '../../words.ts';
import { finding } from '../finding.ts';
import { nameOf, namesOf } from '../places.ts';
import { names } from '../views.ts';

/** Batteries of different make in one bank: they never share evenly, and the weakest decides. */
export const bankMixed = finding({
  id: 'bank-mixed',
  subject: 'banks',
  station: 'circuit',
  severity: { stop: 'destroys', warn: 'bad practice' },
  protects: 'the batteries: two chemistries never charge right together, two sizes never share evenly',
  source: 'one make, age and size in a bank (common practice, no source)',
  limits: {},
  reads: { netlist, potentials, names },
  judge: ({ netlist, potentials, names }) => {
    return banksOf(netlist, potentials).flatMap((bank) => {
      const own = bank.flatMap((s) =>
        s.element.kind === 'battery' ? [{ itemId: s.item.id, element: s.element }] : [],
      );
      const kinds = new Set(own.map((b) => `${b.element.chemistry} ${b.element.nominalV} ${b.element.capacityAh}`));
      if (kinds.size < 2) return [];
      const differ = new Set(own.map((b) => b.element.chemistry)).size > 1;
      const ids = own.map((b) => b.itemId);
      return [
        {
          entity: `bank/${ids.join('/')}`,
          severity: differ ? ('stop' as const) : ('warn' as const),
          where: { label: namesOf(names, ids), itemIds: ids },
          says: `${own.map((b) => `${nameOf(names, b.itemId)} ${b.element.capacityAh} Ah ${CHEMISTRY_NAME[b.element.chemistry]}`).join(', ')} in one bank`,
          why: differ
            ? 'two chemistries rest and charge at different voltages: one is always over- or undercharged'
            : 'in series the smallest is empty first; in parallel they share by resistance, not by size',
        },
      ];
    });
  },
});
