import { part } from '../../engine/fact.ts';
import { briefOf } from '../../stages/inputs.ts';
import { energy } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { bank } from './bank.ts';
import { about, whole } from './powerWords.ts';

/** D.c. loads that together take more than the bank may give. */
export const bankSmallForLoads = finding({
  id: 'bank-small-for-loads',
  subject: 'power',
  station: 'power',
  severity: { warn: 'disappoints' },
  protects: 'the bank, and the customer who finds it cut off',
  source: 'part sheet: discharge limit',
  limits: {
    dischargeA: { setBy: 'part sheet', unit: 'A', what: 'discharge limit of the bank', source: 'part sheet' },
  },
  reads: { bank, energy: part(energy, ['peakW', 'mainsPeakW']), brief: briefOf(['systemVoltageV']) },
  judge: ({ bank, energy: { peakW, mainsPeakW }, brief: { systemVoltageV } }) => {
    const dcPeakA = (peakW - mainsPeakW) / systemVoltageV;
    if (bank === null || dcPeakA <= bank.dischargeA + 1e-9) return [];
    return [
      {
        ...about(bank.items),
        says: `D.c. loads together take ${whole(dcPeakA)} A, the bank may give ${whole(bank.dischargeA)} A`,
        why: 'sum of the loads that may be on together',
      },
    ];
  },
});
