import { deviceOf } from '../../devices/registry.ts';
import { netlist, parts, potentials } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { nameOf, namesOf } from '../places.ts';
import { names } from '../views.ts';

/** What draws on a starter battery while nobody drives. */
export const starterDrained = finding({
  id: 'starter-drained',
  subject: 'control',
  station: 'circuit',
  severity: { note: 'to know' },
  protects: 'the starter battery of whoever leaves it standing for a season',
  source: 'standing draw of devices that are awake (general knowledge, no source)',
  limits: {
    starterAh: { value: 60, unit: 'Ah', what: 'a small starter battery', source: 'common practice, no source' },
    startsShare: {
      value: 0.5,
      unit: '',
      what: 'part of it gone, and it starts no more',
      source: 'common practice, no source',
    },
    soonWeeks: {
      value: 26,
      unit: 'weeks',
      what: 'longer than this nobody leaves it',
      source: 'common practice, no source',
    },
  },
  reads: { netlist, potentials, parts, names },
  judge: ({ netlist, potentials, parts, names }, { starterAh, startsShare, soonWeeks }) =>
    netlist.sources.flatMap((feed) => {
      if (feed.element.kind !== 'feed') return [];
      const own = potentials.netOf[feed.plus];
      const awake = netlist.chargers.filter(
        (c) => c.element.source === 'dcdc' && c.element.enable === null && potentials.netOf[c.input.plus] === own,
      );
      const watts = awake.reduce((s, c) => s + deviceOf(parts.get(c.item.partId)!.kind).awakeW, 0);
      const drawA = watts / (feed.item.feed?.restingVoltageV ?? 12);
      const weeks = (starterAh * startsShare) / drawA / 24 / 7;
      if (drawA <= 0 || weeks > soonWeeks) return [];
      const ids = awake.map((c) => c.item.id);
      return [
        {
          entity: feed.key,
          where: { label: nameOf(names, feed.item.id), itemIds: [feed.item.id, ...ids] },
          says: `${namesOf(names, ids)} draws about ${Math.round(drawA * 1000)} mA on ${nameOf(names, feed.item.id)}, engine or not: half of ${starterAh} Ah is gone in ${Math.round(weeks)} weeks`,
          why: 'one with a trigger that is live only while the engine runs sleeps; or its fuse comes out for the winter',
        },
      ];
    }),
});
