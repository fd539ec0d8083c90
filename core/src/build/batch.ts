import { changeMinutes, takesMinutes } from './order.ts';
import type { BuildStep } from './step.ts';

/** How several boards of the same are built: each to its end, or every step on all of them before the next. */
export type BatchWay = 'boardByBoard' | 'stepByStep';

/** Setting one board aside and taking the next on the bench, minutes. Common practice, no source. */
const NEXT_BOARD = 0.4;

/**
 * How long both ways take one pair of hands, minutes, and which is quicker. Board by board what dries on one lets the
 * others be worked at, so drying is waited for once; step by step tools and sides are changed once for all boards, but
 * each step asks every board to be taken up.
 * Source: times of changes are common practice, no source.
 * @example
 * batchWays([], 3).quicker; // 'boardByBoard'
 */
export function batchWays(
  steps: readonly BuildStep[],
  count: number,
): Record<BatchWay, number> & { quicker: BatchWay } {
  const work = steps.reduce((sum, s) => sum + s.minutes, 0);
  const changes = steps.reduce((sum, s, i) => sum + changeMinutes(steps[i - 1] ?? null, s), 0);
  const drying = Math.max(0, takesMinutes(steps) - work - changes);
  const boardByBoard = count * (work + changes) + Math.max(0, drying - (count - 1) * (work + changes));
  const others = (count - 1) * work;
  const stepByStep =
    count * work + changes + (count > 1 ? count * steps.length * NEXT_BOARD : 0) + Math.max(0, drying - others);
  return { boardByBoard, stepByStep, quicker: boardByBoard <= stepByStep ? 'boardByBoard' : 'stepByStep' };
}
