import { finding } from '../finding.ts';
import { elements } from '../views.ts';
import { mainsLoads } from './mainsLoads.ts';
import { about, listed } from './powerWords.ts';

/** Loads that ask for a pure sine on an inverter that makes none. */
export const needsSine = finding({
  id: 'needs-sine',
  subject: 'power',
  station: 'power',
  severity: { warn: 'disappoints' },
  protects: 'the load: motors run hot, electronics may fail',
  source: 'load list; part sheet: waveform',
  limits: {},
  reads: { mainsLoads, elements },
  judge: ({ mainsLoads, elements }) => {
    const inverters = elements.of('inverter');
    const fussy = mainsLoads.filter((l) => l.load.needsSine);
    if (fussy.length === 0 || !inverters.some((i) => i.element.waveform === 'modified')) return [];
    const items = inverters.map((i) => i.item);
    return [
      {
        ...about([...fussy, ...items]),
        says: `${listed(fussy)} needs a pure sine, ${listed(items)} makes a modified wave`,
        why: 'motors hum and run hot, electronics may fail on a modified wave',
      },
    ];
  },
});
