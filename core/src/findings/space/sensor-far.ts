import { finding } from '../finding.ts';
import { elements } from '../views.ts';
import { at, PRACTICE, standing } from './standing.ts';

/** Devices that sense the batteries' temperature and stand away from them. */
export const sensorFar = finding({
  id: 'sensor-far',
  subject: 'space',
  station: 'board',
  severity: { note: 'to know' },
  protects: 'the bank: it is charged for another temperature than its own',
  source: `a temperature sensor sits near the battery (${PRACTICE})`,
  limits: {},
  reads: { standing, elements },
  judge: ({ standing, elements }) =>
    elements.of('battery').length === 0
      ? []
      : standing
          .filter((s) => s.part.body.sensesBattery)
          .filter((s) => !standing.some((o) => o.part.kind === 'battery' && o.panel.id === s.panel.id))
          .map((s) => ({
            entity: s.item.id,
            where: at(s),
            says: `${s.item.designation} senses the batteries' temperature but none stands on its board`,
            why: 'it measures the room instead: a remote sensor on a battery',
          })),
});
