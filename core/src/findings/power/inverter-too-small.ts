import { part } from '../../engine/fact.ts';
import { energy } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { elements } from '../views.ts';
import { mainsLoads } from './mainsLoads.ts';
import { about, whole } from './powerWords.ts';

/** More on together than the inverters give. */
export const inverterTooSmall = finding({
  id: 'inverter-too-small',
  subject: 'power',
  station: 'power',
  severity: { warn: 'disappoints' },
  protects: 'the customer: the inverter cuts out',
  source: 'part sheet: continuous power',
  limits: { acPowerW: { setBy: 'part sheet', unit: 'W', what: 'continuous power', source: 'part sheet' } },
  reads: { mainsLoads, elements, energy: part(energy, ['mainsPeakW']) },
  judge: ({ mainsLoads, elements, energy: { mainsPeakW } }) => {
    const inverters = elements.of('inverter');
    const rated = inverters.reduce((s, i) => s + i.element.acPowerW, 0);
    if (mainsLoads.length === 0 || inverters.length === 0 || mainsPeakW <= rated + 1e-9) return [];
    const at = about(inverters.map((i) => i.item));
    return [
      {
        ...at,
        says: `${at.where.label} gives ${whole(rated)} W; ${whole(mainsPeakW)} W run together`,
        why: 'by the hours and groups of the load list; say that some take turns, or choose a larger one',
      },
    ];
  },
});
