import { part } from '../../engine/fact.ts';
import { energy } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { elements } from '../views.ts';
import { bank } from './bank.ts';
import { about, whole } from './powerWords.ts';

/** An inverter that takes more at full power than the bank may give. */
export const bankSmallForInverter = finding({
  id: 'bank-small-for-inverter',
  subject: 'power',
  station: 'power',
  severity: { warn: 'disappoints' },
  protects: 'the bank, and the customer who finds it cut off at full power',
  source:
    'part sheet: discharge limit; how large a bank an inverter wants is disputed, both views are shown (common practice, no source)',
  limits: {
    dischargeA: { setBy: 'part sheet', unit: 'A', what: 'discharge limit of the bank', source: 'part sheet' },
  },
  reads: { bank, elements, energy: part(energy, ['bankAh', 'usableShare']) },
  judge: ({ bank, elements, energy: { bankAh, usableShare } }) =>
    bank === null
      ? []
      : elements.of('inverter').flatMap(({ item, element }) => {
          const inputA = element.acPowerW / (element.cutoffV * element.efficiencyShare);
          if (inputA <= bank.dischargeA + 1e-9) return [];
          return [
            {
              ...about([item, ...bank.items]),
              says: `At full power ${item.designation} takes ${whole(inputA)} A, the bank may give ${whole(bank.dischargeA)} A`,
              why: `by the permitted discharge current. By the other view, hours of use: ${whole(bankAh)} Ah hold it for ${((bankAh * usableShare) / inputA).toFixed(1)} h at full power`,
            },
          ];
        }),
});
