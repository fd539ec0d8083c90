import type { Id } from '../basics.ts';
import type { ConditionId } from '../part/part.ts';

/** What must happen in the control circuit, as somebody wants it: judged against what does. */
export interface ControlRule {
  id: Id;
  condition: ConditionId;
  holds: boolean;
  itemId: Id;
  contactId: Id;
  must: 'closed' | 'open';
}
