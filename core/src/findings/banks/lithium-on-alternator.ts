import { netlist, potentials } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { nameOf } from '../places.ts';
import { names } from '../views.ts';

/** A lithium bank joined to an alternator by nothing but wire and contacts. */
export const lithiumOnAlternator = finding({
  id: 'lithium-on-alternator',
  subject: 'banks',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the alternator: an empty lithium bank asks of it what burns it',
  source: 'source limits (common practice, no source)',
  limits: {},
  reads: { netlist, potentials, names },
  judge: ({ netlist, potentials, names }) => {
    const feeds = netlist.sources.filter((s) => s.element.kind === 'feed');
    const lithium = netlist.sources.filter((s) => s.element.kind === 'battery' && s.element.chemistry === 'lifepo4');
    return feeds.flatMap((feed) => {
      const joined = lithium.find((b) => potentials.apart.netOf[b.plus] === potentials.apart.netOf[feed.plus]);
      if (!joined) return [];
      const [bank, starter] = [nameOf(names, joined.item.id), nameOf(names, feed.item.id)];
      return [
        {
          entity: feed.key,
          where: { label: starter, itemIds: [feed.item.id, joined.item.id] },
          says: `${bank} hangs straight on the alternator's battery ${starter}`,
          why: 'an empty lithium bank draws hundreds of amps and destroys the alternator: put a DC-DC charger between',
        },
      ];
    });
  },
});
