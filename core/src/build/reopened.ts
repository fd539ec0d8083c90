import type { Id } from '../document/basics.ts';
import type { BuildPlan } from './buildPlan.ts';
import type { BuildRecord } from './buildState.ts';
import type { StepKind } from './step.ts';

/** A joint that was opened again after it had been made: what was proved through it before is proved no longer. */
export interface Reopened {
  at: string;
  itemIds: readonly Id[];
  cableIds: readonly Id[];
}

/** Where current passes. */
const JOINTS: readonly StepKind[] = ['link', 'clamp', 'plug', 'torque'];

/**
 * Joints that were taken apart, with all that stood on them: a cable taken up opens the studs it lay under.
 * @example
 * reopened({ steps: [], minutes: 0 }, []); // []
 */
export function reopened(plan: BuildPlan, records: readonly BuildRecord[]): Reopened[] {
  const standing = new Map<string, string[]>();
  for (const s of plan.steps) for (const id of s.on) standing.set(id, [...(standing.get(id) ?? []), s.id]);
  const byId = new Map(plan.steps.map((s) => [s.id, s]));
  const done = new Set<string>();
  return records.flatMap(({ stepId, said, at }): Reopened[] => {
    if (said.kind === 'done') done.add(stepId);
    if (said.kind !== 'undone') return [];
    const opened = new Set([stepId]);
    for (const id of opened) for (const above of standing.get(id) ?? []) opened.add(above);
    return [...opened].flatMap((id) => {
      const step = byId.get(id);
      if (!done.delete(id) || !step || !JOINTS.includes(step.kind)) return [];
      return [{ at, itemIds: step.itemIds, cableIds: step.cableIds }];
    });
  });
}
