import { mains } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { elements } from '../views.ts';
import { LICENSED, MAINS_SOURCE } from './licensed.ts';

/** A transfer that hangs on its own output. */
export const mainsSelfFed = finding({
  id: 'mains-self-fed',
  subject: 'mains',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the inverter: its relay finds no rest',
  source: MAINS_SOURCE,
  limits: {},
  reads: { mains, elements },
  judge: ({ mains, elements }) => {
    if (mains.states.every((s) => s.settles)) return [];
    const items = elements
      .of('inverter')
      .filter(({ element }) => element.acIn)
      .map(({ item }) => item);
    return [
      {
        entity: items.map((i) => i.id).join('/'),
        where: { label: items.map((i) => i.designation).join(', '), itemIds: items.map((i) => i.id) },
        says: 'A transfer hangs on its own output',
        why: `once on it feeds its own input and finds no rest. ${LICENSED}`,
      },
    ];
  },
});
