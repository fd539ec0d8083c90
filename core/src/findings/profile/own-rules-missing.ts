import { profile, settingsOf } from '../../stages/inputs.ts';
import { finding } from '../finding.ts';

/** Whether the rules a board names are the ones it is judged by. */
export const ownRulesMissing = finding({
  id: 'own-rules-missing',
  subject: 'profile',
  station: 'brief',
  severity: { warn: 'bad practice' },
  protects: 'against a board judged by other rules than its maker meant',
  source: 'this program',
  limits: {},
  reads: { profile, settings: settingsOf(['ownRulesId']) },
  judge: ({ profile, settings: { ownRulesId: wanted } }) =>
    !wanted || profile.ownId === wanted
      ? []
      : [
          {
            entity: wanted,
            where: { label: 'Rules' },
            says: `This board names a workshop's own rules that are not here: judged by ${profile.name}`,
            why: `own rules "${wanted}" are not kept in this workshop for this profile`,
            fixes: [
              {
                label: `Judge it by ${profile.name}`,
                commands: [{ kind: 'setSetting', field: 'ownRulesId', value: '' }],
              },
            ],
          },
        ],
});
