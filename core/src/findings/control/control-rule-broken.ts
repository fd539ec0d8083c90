import { CONDITION_WORDS } from '../../stages/control/conditionWords.ts';
import { collection } from '../../stages/inputs.ts';
import { control } from '../../stages/stages.ts';
import { finding } from '../finding.ts';
import { nameOf } from '../places.ts';
import { names } from '../views.ts';
import { LOGIC, whereOf } from './truth.ts';

/** What somebody wrote down must happen, and does not. */
export const controlRuleBroken = finding({
  id: 'control-rule-broken',
  subject: 'control',
  station: 'circuit',
  severity: { warn: 'bad practice' },
  protects: 'what was promised for this board',
  source: LOGIC,
  limits: {},
  reads: { control, wanted: collection('control'), names },
  judge: ({ control: { conditions, contacts, rows }, wanted, names }) =>
    wanted.flatMap((rule) => {
      const condition = conditions.indexOf(rule.condition);
      const contact = contacts.findIndex((c) => c.itemId === rule.itemId && c.contactId === rule.contactId);
      if (contact < 0) return [];
      const closed = rule.must === 'closed';
      // Without a row nothing follows a signal: every contact is a switch for the hand, taken as closed.
      const broken =
        rows.length === 0
          ? !closed
          : rows.some((r) => (condition < 0 || r.when[condition] === rule.holds) && r.closed[contact] !== closed);
      if (!broken) return [];
      return [
        {
          entity: rule.id,
          where: whereOf(names, [rule.itemId]),
          says: `${nameOf(names, rule.itemId)} is not ${rule.must} with ${CONDITION_WORDS[rule.condition][rule.holds ? 0 : 1]}`,
          why: 'written down as what must happen on this board',
        },
      ];
    }),
});
