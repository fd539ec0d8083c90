import { CONDITION_WORDS } from '../../stages/control/conditionWords.ts';
import type { ControlRow } from '../../stages/control/controlStudy.ts';
import { control, parts } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { namesOf } from '../places.ts';
import { names } from '../views.ts';
import { LOGIC, whereOf } from './truth.ts';

const effect = (r: ControlRow) => JSON.stringify([r.charging, r.fed, r.joined]);

/** Where the switches of several ways stand, as one word. */
const stands = ({ position }: ControlRow): string => position.map((p) => `${p.itemId} ${p.contactId}`).join();

/** Outputs nothing follows. */
export const signalDoesNothing = finding({
  id: 'signal-does-nothing',
  subject: 'control',
  station: 'circuit',
  severity: { note: 'to know' },
  protects: 'against a signal wire that was forgotten',
  source: LOGIC,
  limits: {},
  reads: { control, names, parts },
  judge: ({ control: { conditions, contacts, rows }, names, parts }) =>
    conditions.flatMap((condition, i) => {
      const changes = rows
        .filter((r) => !r.when[i])
        .some((r) => {
          const other = rows.find(
            (o) => o.when[i] && stands(o) === stands(r) && o.when.every((w, k) => k === i || w === r.when[k]),
          )!;
          return effect(other) !== effect(r);
        });
      if (changes) return [];
      const ids = contacts
        .filter((c) => {
          const element = parts.get(names.get(c.itemId)!.partId)?.elements.find((e) => e.id === c.contactId);
          return element?.kind === 'contact' && element.follows === condition;
        })
        .map((c) => c.itemId);
      if (ids.length === 0) return [];
      return [
        {
          entity: condition,
          where: whereOf(names, ids),
          says: `Nothing follows ${namesOf(names, ids)}: ${CONDITION_WORDS[condition].join(' or ')} makes no difference`,
          why: 'no charger, load or joined bank changes with it',
        },
      ];
    }),
});
