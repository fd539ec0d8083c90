import type { CheckContext } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';

/** Rules that bind only under a condition nobody but the people on site can see: told, never judged. */
const conditions = ({ profile }: CheckContext): Finding[] =>
  profile.conditional.map((rule) =>
    makeFinding(
      {
        rule: 'rule-with-condition',
        severity: 'note',
        station: 'brief',
        where: { label: 'Rules' },
        says: `If ${rule.condition}: ${rule.says}`,
        why: 'whether this holds cannot be seen from the board; confirm locally',
        source: rule.source,
      },
      rule.condition,
    ),
  );

/** Whether the rules a board names are the ones it is judged by. */
function ownRulesHere({ board, profile }: CheckContext): Finding[] {
  const wanted = board.settings.ownRulesId;
  if (!wanted || profile.ownId === wanted) return [];
  return [
    makeFinding(
      {
        rule: 'own-rules-missing',
        severity: 'warn',
        station: 'brief',
        where: { label: 'Rules' },
        says: `This board names a workshop's own rules that are not here: judged by ${profile.name}`,
        why: `own rules "${wanted}" are not kept in this workshop for this profile`,
        source: 'this program',
        fixes: [
          {
            label: `Judge it by ${profile.name}`,
            commands: [{ kind: 'setSetting', field: 'ownRulesId', value: '' }],
          },
        ],
      },
      wanted,
    ),
  ];
}

/** What the rules themselves ask to be told. */
export const rulesChecks = (context: CheckContext): Finding[] => [...ownRulesHere(context), ...conditions(context)];
