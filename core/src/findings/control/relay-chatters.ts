import { control } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { namesOf } from '../places.ts';
import { names } from '../views.ts';
import { LOGIC, whereOf } from './truth.ts';

/** Relays that cut their own coil. */
export const relayChatters = finding({
  id: 'relay-chatters',
  subject: 'control',
  station: 'circuit',
  severity: { stop: 'destroys' },
  protects: 'the relay: it burns its contacts within minutes',
  source: LOGIC,
  limits: {},
  reads: { control, names },
  judge: ({ control: { contacts, rows }, names }) => {
    if (rows.every((r) => r.settles)) return [];
    const relays = contacts.filter((c) => c.worked === 'coil').map((c) => c.itemId);
    return [
      {
        entity: 'chatter',
        where: whereOf(names, relays),
        says: `${namesOf(names, relays)} would chatter: closed it cuts its coil, open it feeds it`,
        why: 'the truth table finds no state that stays: take the coil from the side its own contact does not switch',
      },
    ];
  },
});
