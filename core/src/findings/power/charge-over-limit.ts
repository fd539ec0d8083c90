import { chargingOf } from '../../devices/registry.ts';
import { briefOf } from '../../stages/inputs.ts';
import { finding } from '../finding.ts';
import { elements } from '../views.ts';
import { bank } from './bank.ts';
import { about, whole } from './powerWords.ts';

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
  reads: { bank, elements, brief: briefOf(['systemVoltageV']) },
  judge: ({ bank, elements, brief: { systemVoltageV } }, { overFactor }) => {
    if (bank === null) return [];
    const sunW = elements.of('solarSource').reduce((s, m) => s + m.element.peakW, 0);
    const out = (source: 'solar' | 'dcdc') =>
      elements
        .of('charger')
        .filter((c) => c.element.source === source)
        .reduce((s, c) => s + c.element.outputA, 0);
    const bySource = new Map<string, number>();
    for (const { element } of elements.charging()) {
      const { sourceName } = chargingOf(element);
      bySource.set(sourceName, (bySource.get(sourceName) ?? 0) + element.outputA);
    }
    const sources: [string, number][] = [
      ['sun', Math.min(out('solar'), sunW / systemVoltageV)],
      ['alternator', out('dcdc')],
      ...bySource,
    ];
    const allA = sources.reduce((s, [, a]) => s + a, 0);
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
