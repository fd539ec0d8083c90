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
  judge: ({ bank, elements, energy: { bankAh, usableShare } }) => {
    if (bank === null) return [];
    const all = elements.of('inverter').map(({ item, element }) => ({
      item,
      inputA: element.acPowerW / (element.cutoffV * element.efficiencyShare),
    }));
    const over = all.filter(({ inputA }) => inputA > bank.dischargeA + 1e-9);
    const sumA = all.reduce((s, i) => s + i.inputA, 0);
    const holds = (amps: number) =>
      `by the permitted discharge current. By the other view, hours of use: ${whole(bankAh)} Ah hold it for ${((bankAh * usableShare) / amps).toFixed(1)} h at full power`;
    if (over.length === 0 && sumA > bank.dischargeA + 1e-9)
      return [
        {
          ...about([...all.map((i) => i.item), ...bank.items]),
          says: `At full power ${all.map((i) => i.item.designation).join(', ')} together take ${whole(sumA)} A, the bank may give ${whole(bank.dischargeA)} A`,
          why: holds(sumA),
        },
      ];
    return over.map(({ item, inputA }) => ({
      ...about([item, ...bank.items]),
      says: `At full power ${item.designation} takes ${whole(inputA)} A, the bank may give ${whole(bank.dischargeA)} A`,
      why: holds(inputA),
    }));
  },
});
