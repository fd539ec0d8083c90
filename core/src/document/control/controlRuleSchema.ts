import type { Schema } from 'yup';
import { CONDITIONS } from '../part/part.ts';
import { flag, id, oneOfText, record } from '../schemaKit.ts';
import type { ControlRule } from './controlRule.ts';

export const controlRuleSchema: Schema<ControlRule> = record({
  id: id(),
  condition: oneOfText(CONDITIONS),
  holds: flag(),
  itemId: id(),
  contactId: id(),
  must: oneOfText(['closed', 'open']),
});
