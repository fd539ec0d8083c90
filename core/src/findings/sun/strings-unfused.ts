import { protects } from '../../stages/faults/layers.ts';
import { neighbours, reachedFrom } from '../../stages/netlist/reach.ts';
import { flows, netlist } from '../../stages/stages.ts';
import { ampsInWords as amps } from '../../words.ts';
import { finding } from '../finding.ts';
import { namesOf } from '../places.ts';
import { names } from '../views.ts';

/** Strings side by side without a fuse each: the others feed a fault in one of them back into it. */
export const stringsUnfused = finding({
  id: 'strings-unfused',
  subject: 'sun',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the module and its lead: a faulty one takes what all the others give',
  source: 'IEC 62548: a fuse a string where (N − 1)·Isc passes the module’s series-fuse rating (from memory)',
  limits: {
    seriesFuseA: {
      value: 15,
      unit: 'A',
      what: 'a module bears backwards where its sheet says nothing',
      source: 'series-fuse rating of common modules, 15 to 25 A (from memory)',
    },
  },
  reads: { flows, netlist, names },
  judge: ({ flows, netlist, names }, { seriesFuseA }) => {
    const near = neighbours(netlist, (b) => !protects(b));
    const bySink = new Map<number, typeof flows>();
    for (const f of flows) if (f.way === 'solar') bySink.set(f.sink.plus, [...(bySink.get(f.sink.plus) ?? []), f]);
    return [...bySink.values()].flatMap((strings) => {
      const backA = strings.reduce((s, f) => s + (f.operating.kind === 'current' ? f.operating.currentA : 0), 0);
      const most = Math.max(...strings.map((f) => (f.operating.kind === 'current' ? f.operating.currentA : 0)));
      if (strings.length < 3 || backA - most <= seriesFuseA) return [];
      const bare = strings.filter((f) => reachedFrom(near, [f.supply!.plus]).has(f.sink.plus));
      if (bare.length < 2) return [];
      const ids = bare.map((f) => f.itemId);
      return [
        {
          entity: bare[0]!.sink.item.id,
          where: { label: namesOf(names, ids), itemIds: ids },
          says: `${strings.length} strings side by side, ${bare.length} without a fuse: up to ${amps(backA - most)} flow back into a faulty one`,
          why: `a fuse of 1.5 to 2.4 times the short-circuit current in each; a module bears about ${seriesFuseA} A backwards where its sheet says nothing`,
        },
      ];
    });
  },
});
