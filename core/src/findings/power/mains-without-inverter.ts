import { part } from '../../engine/fact.ts';
import { energy } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { elements } from '../views.ts';
import { mainsLoads } from './mainsLoads.ts';
import { about, listed, whole } from './powerWords.ts';

/** Loads on the mains side, and nothing that makes mains. */
export const mainsWithoutInverter = finding({
  id: 'mains-without-inverter',
  subject: 'power',
  station: 'power',
  severity: { warn: 'disappoints' },
  protects: 'the customer: these loads never run',
  source: 'load list: mains side',
  limits: {},
  reads: { mainsLoads, elements, energy: part(energy, ['mainsPeakW']) },
  judge: ({ mainsLoads, elements, energy }) =>
    mainsLoads.length === 0 || elements.of('inverter').length > 0
      ? []
      : [
          {
            ...about(mainsLoads),
            says: `${mainsLoads.length} loads are on the mains side and nothing makes mains`,
            why: `${listed(mainsLoads)} ask for ${whole(energy.mainsPeakW)} W together`,
          },
        ],
});
