import { coldestBankC } from '../../stages/demand/energy.ts';
import { powerOf } from '../../stages/inputs.ts';
import { BANK_TRAITS } from '../../tables/bankTraits.ts';
import { finding } from '../finding.ts';
import { bank } from './bank.ts';
import { about, whole } from './powerWords.ts';

/** A bank that gets colder than it may be charged. */
export const bankTooCold = finding({
  id: 'bank-too-cold',
  subject: 'power',
  station: 'power',
  severity: { warn: 'disappoints' },
  protects: 'the cells: charged frozen they are destroyed',
  source: 'LiFePO4: no charge below 0 °C cell temperature (common practice, no source)',
  limits: {
    noChargeBelowC: {
      value: BANK_TRAITS.lifepo4.noChargeBelowC!,
      unit: '°C',
      what: 'cell temperature below which LiFePO4 takes no charge',
      source: 'common practice, no source',
    },
  },
  reads: { bank, power: powerOf(['site']) },
  judge: ({ bank, power }) => {
    const limitC = bank && BANK_TRAITS[bank.chemistry].noChargeBelowC;
    const coldestC = coldestBankC(power);
    if (!bank || limitC === null || coldestC >= limitC) return [];
    return [
      {
        ...about(bank.items),
        says: `The bank gets as cold as ${whole(coldestC)} °C and takes no charge below ${limitC} °C`,
        why: 'put it where it is kept warm, choose one with a heater, or AGM',
        fixes: [
          {
            label: 'The place is heated',
            commands: [{ kind: 'setPower', field: 'site', value: { ...power.site, bankPlace: 'heated' } }],
          },
        ],
      },
    ];
  },
});
