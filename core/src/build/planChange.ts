import type { BuildPlan } from './buildPlan.ts';
import type { BuildStep } from './step.ts';

/** What a later plan asks of a step: nothing, done again, done for the first time, or taken back. */
export interface PlanChange {
  keep: readonly BuildStep[];
  redo: readonly BuildStep[];
  add: readonly BuildStep[];
  /** As the earlier plan had them. */
  undo: readonly BuildStep[];
}

/**
 * What becomes of the steps of one plan in a later one of the same job. What is done otherwise is done again; so is what
 * stands on it, for it has to be opened to get there.
 * @example
 * planChange({ steps: [], minutes: 0 }, { steps: [], minutes: 0 }).redo; // []
 */
export function planChange(before: BuildPlan, after: BuildPlan): PlanChange {
  const was = new Map(before.steps.map((s) => [s.id, s]));
  const now = new Map(after.steps.map((s) => [s.id, s]));
  const again = new Set<string>();
  for (const step of after.steps) {
    const old = was.get(step.id);
    if (!old) continue;
    const opened = step.on.some((id) => !was.has(id) || again.has(id));
    if (old.fingerprint !== step.fingerprint || opened) again.add(step.id);
  }
  return {
    keep: after.steps.filter((s) => was.has(s.id) && !again.has(s.id)),
    redo: after.steps.filter((s) => again.has(s.id)),
    add: after.steps.filter((s) => !was.has(s.id)),
    undo: before.steps.filter((s) => !now.has(s.id)),
  };
}
