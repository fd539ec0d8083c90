import { profile } from '../../stages/inputs.ts';
import { finding } from '../finding.ts';

/** Rules that bind only under a condition nobody but the people on site can see: told, never judged. */
export const ruleWithCondition = finding({
  id: 'rule-with-condition',
  subject: 'profile',
  station: 'brief',
  severity: { note: 'to know' },
  protects: 'against a rule that binds on site and that no drawing shows',
  source: 'the rule profile',
  limits: {},
  reads: { profile },
  judge: ({ profile }) =>
    profile.conditional.map((rule) => ({
      entity: rule.condition,
      where: { label: 'Rules' },
      says: `If ${rule.condition}: ${rule.says}`,
      why: 'whether this holds cannot be seen from the board; confirm locally',
      source: rule.source,
    })),
});
