import { chargingOf } from '../../devices/registry.ts';
import type { Id } from '../../document/basics.ts';
import { whoCounts } from '../../document/connection/counts.ts';
import type { Given } from '../../engine/node.ts';
import { briefOf } from '../../stages/inputs.ts';
import { connections } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { elements } from '../views.ts';
import { bank } from './bank.ts';
import { about, whole } from './powerWords.ts';

/** What a case with several inputs would seem to give beyond its one output, A. */
type Elements = Given<{ elements: typeof elements }>['elements'];
function overCounted(elements: Elements, counts: (id: Id) => boolean): number {
  const cases = new Map<Id, { sumA: number; togetherA: number }>();
  for (const { item, element } of [...elements.of('charger'), ...elements.of('mainsCharger')]) {
    if (element.togetherA === null || !counts(item.id)) continue;
    const own = cases.get(item.id) ?? { sumA: 0, togetherA: element.togetherA };
    cases.set(item.id, { ...own, sumA: own.sumA + element.outputA });
  }
  return [...cases.values()].reduce((s, c) => s + Math.max(0, c.sumA - c.togetherA), 0);
}

/** All charging at once brings more than the bank takes. */
export const chargeOverLimit = finding({
  id: 'charge-over-limit',
  subject: 'power',
  station: 'power',
  severity: { warn: 'disappoints' },
  protects: 'the bank: charged past its limit it ages, or cuts itself off',
  source: 'part sheet: charge limit',
  limits: {
    chargeA: { setBy: 'part sheet', unit: 'A', what: 'charge limit of the bank', source: 'part sheet' },
    overFactor: { value: 1.001, unit: '', what: 'of the limit, for rounding', source: 'rounding of sheets' },
  },
  reads: { bank, elements, connections, brief: briefOf(['systemVoltageV']) },
  judge: ({ bank, elements, connections, brief: { systemVoltageV } }, { overFactor }) => {
    if (bank === null) return [];
    const counts = whoCounts(connections);
    const sunW = elements.of('solarSource').reduce((s, m) => s + m.element.peakW, 0);
    const out = (source: 'solar' | 'dcdc') =>
      elements
        .of('charger')
        .filter((c) => c.element.source === source && counts(c.item.id))
        .reduce((s, c) => s + c.element.outputA, 0);
    const bySource = new Map<string, number>();
    for (const { item, element } of elements.charging()) {
      if (!counts(item.id)) continue;
      const { sourceName } = chargingOf(element);
      bySource.set(sourceName, (bySource.get(sourceName) ?? 0) + element.outputA);
    }
    const sources: [string, number][] = [
      ['sun', Math.min(out('solar'), sunW / systemVoltageV)],
      ['alternator', out('dcdc')],
      ...bySource,
    ];
    // Inputs of one case share one output and its limit.
    const allA = sources.reduce((s, [, a]) => s + a, 0) - overCounted(elements, counts);
    if (allA <= bank.chargeA * overFactor) return [];
    return [
      {
        ...about(bank.items),
        says: `All charging at once brings ${whole(allA)} A, the bank takes ${whole(bank.chargeA)} A`,
        why: `${sources
          .filter(([, a]) => a > 0)
          .map(([name, a]) => `${name} ${whole(a)} A`)
          .join(' + ')}: set a charger lower, or trust the battery's own limit`,
      },
    ];
  },
});
