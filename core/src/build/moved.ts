import { brokenOrder } from './order.ts';
import type { BuildStep } from './step.ts';

/** A step put before another one, or last. */
export interface StepMove {
  stepId: string;
  before: string | null;
}

/**
 * Steps with one put elsewhere; null where something forbids it: it would stand before what it waits for, or after what
 * waits for it, or one of the two is no step.
 * @example
 * withMoved([], { stepId: 'a', before: null }); // null
 */
export function withMoved(steps: readonly BuildStep[], { stepId, before }: StepMove): readonly BuildStep[] | null {
  const step = steps.find((s) => s.id === stepId);
  const rest = steps.filter((s) => s.id !== stepId);
  const at = before === null ? rest.length : rest.findIndex((s) => s.id === before);
  if (!step || at < 0) return null;
  const moved = [...rest.slice(0, at), step, ...rest.slice(at)];
  return brokenOrder(moved) ? null : moved;
}

/**
 * Whether two steps that follow one another may change places, where nothing else in the order is amiss: cheaper asked of
 * every pair of a long list than `withMoved`.
 * @example
 * mayChangePlaces({ id: 'bus bars', after: [] }, { id: 'cables', after: ['bus bars'] }); // false
 */
export const mayChangePlaces = (sooner: BuildStep, later: BuildStep): boolean => !later.after.includes(sooner.id);

/** Steps after what somebody has moved, one after the other; what a later design forbids is left where it stands. */
export const movedSteps = (steps: readonly BuildStep[], moves: readonly StepMove[]): readonly BuildStep[] =>
  moves.reduce((now, move) => withMoved(now, move) ?? now, steps);
