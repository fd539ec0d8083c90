import { netlist } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { namesOf } from '../places.ts';
import { names } from '../views.ts';

/** Loads are wired, and nothing stiff is there to feed them: neither a battery nor somebody else's. */
export const noBattery = finding({
  id: 'no-battery',
  subject: 'wiring',
  station: 'circuit',
  severity: { stop: 'cannot be built' },
  protects: 'against a board on which nothing is worked out: without a source there is no current to size for',
  source: 'common practice, no source',
  limits: {},
  reads: { netlist, names },
  judge: ({ netlist, names }) => {
    const wired = new Set(netlist.branches.flatMap((b) => (b.kind === 'wire' ? [b.a, b.b] : [])));
    const loads = netlist.consumers.filter((c) => c.element.kind !== 'coil' && wired.has(c.plus));
    if (netlist.sources.length > 0 || loads.length === 0) return [];
    const ids = loads.map((l) => l.item.id);
    return [
      {
        entity: 'board',
        where: { label: namesOf(names, ids.slice(0, 4)), itemIds: ids },
        says: `${ids.length === 1 ? namesOf(names, ids) : `${ids.length} loads`} wired, and no battery`,
        why: 'neither a battery nor a feed is on the board: no conductor, fuse or drop can be judged',
      },
    ];
  },
});
