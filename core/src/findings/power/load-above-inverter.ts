import { mains } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { namesOf } from '../places.ts';
import { elements, names } from '../views.ts';
import { mainsLoads } from './mainsLoads.ts';
import { whole } from './powerWords.ts';

/** One load that asks more than the inverter that feeds it gives, in watts or in volt-amperes. */
export const loadAboveInverter = finding({
  id: 'load-above-inverter',
  subject: 'power',
  station: 'power',
  severity: { warn: 'disappoints' },
  protects: 'the customer: the load will not run on it at all',
  source: 'part sheet: continuous power and apparent power; power factor of the load list',
  limits: {
    acPowerW: { setBy: 'part sheet', unit: 'W', what: 'continuous power', source: 'part sheet' },
    ratedVA: { setBy: 'part sheet', unit: 'VA', what: 'apparent power', source: 'part sheet' },
  },
  reads: { mainsLoads, elements, mains, names },
  judge: ({ mainsLoads, elements, mains, names }) => {
    const inverters = elements.of('inverter');
    return mainsLoads.flatMap(({ id, designation, name, load }) => {
      if (load.rating.kind !== 'watts') return [];
      const { powerW } = load.rating;
      const feeding = new Set(mains.states.flatMap((s) => s.fed.filter((f) => f.itemId === id).flatMap((f) => f.by)));
      const own = inverters.filter((i) => feeding.has(i.item.id));
      // Not drawn: whichever gives most will have to feed it.
      const able = own.length > 0 ? own : inverters;
      const askedVA = powerW / load.powerFactor;
      const bears = able.some((i) => powerW <= i.element.acPowerW + 1e-9 && askedVA <= i.element.ratedVA + 1e-9);
      if (able.length === 0 || bears) return [];
      const best = able.reduce((m, i) => (i.element.acPowerW > m.element.acPowerW ? i : m));
      const apparent = powerW <= best.element.acPowerW + 1e-9;
      const by = namesOf(
        names,
        able.map((i) => i.item.id),
      );
      return [
        {
          entity: id,
          where: { label: designation, itemIds: [id, ...able.map((i) => i.item.id)] },
          says: apparent
            ? `${designation} ${name} asks ${whole(askedVA)} VA, ${by} gives ${whole(best.element.ratedVA)} VA`
            : `${designation} ${name} asks ${whole(powerW)} W, ${by} gives ${whole(best.element.acPowerW)} W`,
          why: apparent
            ? `${whole(powerW)} W at a power factor of ${load.powerFactor}: an inverter bears no more current than its volt-amperes`
            : 'a larger inverter, or another appliance; several side by side do not add up unless they are made for it',
        },
      ];
    });
  },
});
