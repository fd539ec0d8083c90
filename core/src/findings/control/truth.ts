import type { Id } from '../../document/basics.ts';
import type { ConditionId } from '../../document/part/part.ts';
import type { ControlRow, ControlStudy } from '../../stages/control/controlStudy.ts';
import { namesOf } from '../places.ts';

export const LOGIC = 'truth table of the control circuit, worked out from contacts and coils';

/** Rows of the truth table where a condition holds, or does not; none where nothing follows it. */
export function rowsWhen({ conditions, rows }: ControlStudy, condition: ConditionId, holds: boolean): ControlRow[] {
  const at = conditions.indexOf(condition);
  return at < 0 ? [] : rows.filter((r) => r.when[at] === holds);
}

/** Rows with the engine off and nobody's finger on the button. */
export function engineOff(study: ControlStudy): ControlRow[] {
  const button = study.conditions.indexOf('buttonHeld');
  return rowsWhen(study, 'engineRunning', false).filter((r) => !r.when[button]);
}

/** Where a finding about some items is, each once. */
export const whereOf = (names: ReadonlyMap<Id, { readonly designation: string }>, itemIds: readonly Id[]) => ({
  label: namesOf(names, itemIds),
  itemIds: [...new Set(itemIds)],
});
