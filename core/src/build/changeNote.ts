import type { BuildPlan } from './buildPlan.ts';
import type { BuildRecord } from './buildState.ts';
import type { ChangeNote } from './note.ts';
import { planChange } from './planChange.ts';
import type { BuildStep } from './step.ts';

/**
 * The note of a release that follows another; null where nobody had begun, or nothing they did is touched and nothing is new.
 * @example
 * changeNote({ steps: [], minutes: 0 }, { steps: [], minutes: 0 }, [], { fromRevision: 1, toRevision: 2, personName: '', at: '', reason: '' }); // null
 */
export function changeNote(
  before: BuildPlan,
  after: BuildPlan,
  records: readonly BuildRecord[],
  release: Pick<ChangeNote, 'fromRevision' | 'toRevision' | 'personName' | 'at' | 'reason'>,
): ChangeNote | null {
  const done = new Set<string>();
  for (const { stepId, said } of records) {
    if (said.kind === 'done') done.add(stepId);
    else if (said.kind === 'undone') done.delete(stepId);
  }
  if (done.size === 0) return null;
  const { undo, redo, add, keep } = planChange(before, after);
  const short = (steps: readonly BuildStep[]) => steps.map(({ id, title }) => ({ id, title }));
  const note = {
    ...release,
    undo: short(undo.filter((s) => done.has(s.id))),
    redo: short(redo.filter((s) => done.has(s.id))),
    add: short(add),
    keepCount: keep.length,
  };
  return note.undo.length + note.redo.length + note.add.length > 0 ? note : null;
}
