import { protects } from '../../stages/faults/layers.ts';
import { banksOf } from '../../stages/netlist/potentials.ts';
import { neighbours, reachedFrom } from '../../stages/netlist/reach.ts';
import { netlist, potentials } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { namesOf } from '../places.ts';
import { names } from '../views.ts';

/** Batteries side by side with no fuse at their posts: each feeds a short in any other and in its lead. */
export const bankWithoutFuses = finding({
  id: 'bank-without-fuses',
  subject: 'banks',
  station: 'circuit',
  severity: { stop: 'destroys', note: 'to know' },
  protects: 'the leads and the batteries: the others feed a short in one of them and nothing opens',
  source: 'each battery of a parallel bank its own fuse; two are often left without (common practice, no source)',
  limits: {
    without: {
      value: 2,
      unit: '',
      what: 'batteries side by side that are often left without',
      source: 'common practice, no source',
    },
  },
  reads: { netlist, potentials, names },
  judge: ({ netlist, potentials, names }, { without }) => {
    const near = neighbours(netlist, (b) => !protects(b));
    return banksOf(netlist, potentials).flatMap((bank) => {
      const tops = bank.filter((b) => potentials.nets[potentials.netOf[b.plus]!]!.minusOf.length === 0);
      const left = new Set(tops);
      const groups = tops.flatMap((first) => {
        if (!left.has(first)) return [];
        const reached = reachedFrom(near, [first.plus]);
        const own = tops.filter((t) => reached.has(t.plus));
        for (const t of own) left.delete(t);
        return own.length > 1 ? [own.map((t) => t.item.id)] : [];
      });
      return groups.map((ids) => ({
        entity: ids.join('/'),
        severity: ids.length > without ? ('stop' as const) : ('note' as const),
        where: { label: namesOf(names, ids), itemIds: ids },
        says: `${namesOf(names, ids)} stand side by side with no fuse between them`,
        why: `a short in one, or in its lead, is fed by the ${ids.length > 2 ? 'others' : 'other'}: a fuse at the post of each. ${without} are often left without, more never should be`,
      }));
    });
  },
});
