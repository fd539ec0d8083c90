import type { CheckContext } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';

/** Whether the rules a board names are the ones it is judged by. */
export function rulesChecks({ board, profile }: CheckContext): Finding[] {
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
