import type { Chemistry } from '../../document/brief/brief.ts';
import { powerOf } from '../../stages/inputs.ts';
import { CHEMISTRY_NAME } from '../../words.ts';
import { finding } from '../finding.ts';
import { bank } from '../power/bank.ts';
import { about, whole } from '../power/powerWords.ts';

/** Batteries age with the heat of the place: half as long for every ten kelvin. */
export const batteryInHeat = finding({
  id: 'battery-in-heat',
  subject: 'banks',
  station: 'power',
  severity: { warn: 'disappoints', note: 'to know' },
  protects: 'the bank: heat takes years of it, and the cells’ electronics stop charging in it',
  source: 'life halves for every 10 K above 25 °C (general knowledge, no source); part sheets',
  limits: {
    hottestAboveMonthK: {
      value: 10,
      unit: 'K',
      what: 'how far a hot afternoon lies above the mean of the warmest month',
      source: 'common practice, no source',
    },
    lifepo4C: { value: 45, unit: '°C', what: 'above it LiFePO4 takes no charge', source: 'common practice, no source' },
    leadC: { value: 40, unit: '°C', what: 'above it lead-acid dries out', source: 'common practice, no source' },
    agesC: { value: 25, unit: '°C', what: 'mean of the warmest month above which life shortens', source: 'as above' },
  },
  reads: { bank, power: powerOf(['site']) },
  judge: ({ bank, power: { site } }, { hottestAboveMonthK, lifepo4C, leadC, agesC }) => {
    if (!bank) return [];
    const limitC = ({ agm: leadC, vented: leadC, lifepo4: lifepo4C } satisfies Record<Chemistry, number>)[
      bank.chemistry
    ];
    const hottestC = site.warmestMonthC + hottestAboveMonthK;
    const above = hottestC > limitC + 1e-9;
    if (!above && site.warmestMonthC <= agesC) return [];
    const left = 2 ** ((agesC - site.warmestMonthC) / 10);
    return [
      {
        ...about(bank.items),
        severity: above ? ('warn' as const) : ('note' as const),
        says: above
          ? `The bank gets as warm as ${whole(hottestC)} °C on a hot afternoon; ${CHEMISTRY_NAME[bank.chemistry]} wants under ${limitC} °C`
          : `In the warmest month the bank stands at ${whole(site.warmestMonthC)} °C: it ages ${(1 / left).toFixed(1)} times as fast as at ${agesC} °C`,
        why: 'shade, air, low in the room and away from what runs hot; years are counted at 25 °C',
      },
    ];
  },
});
