import type { BenchStep } from '../../devices/benchStep.ts';
import { type BenchProgress, type BenchRecord, benchProgress, type Opened } from './benchProgress.ts';

/** A reading at one of several boards of the same. */
export interface UnitRecord extends BenchRecord {
  unit: number;
}

/**
 * Where the tests of several boards stand together: each has its own record, and the job has passed when all have.
 * @param opened joints opened again, by board
 * @returns as of one board, its counts summed over all; the states are those of the board asked for
 * @example
 * progressOfUnits([], [], new Map(), 3, 1).dcPassed; // false
 */
export function progressOfUnits(
  steps: readonly BenchStep[],
  records: readonly UnitRecord[],
  opened: ReadonlyMap<number, readonly Opened[]>,
  quantity: number,
  unit: number,
): BenchProgress {
  const each = Array.from({ length: quantity }, (_, i) =>
    benchProgress(
      steps,
      records.filter((r) => r.unit === i + 1),
      opened.get(i + 1) ?? [],
    ),
  );
  const own = each[unit - 1] ?? each[0]!;
  return {
    ...own,
    dcPassed: each.every((p) => p.dcPassed),
    passedCount: each.reduce((sum, p) => sum + p.passedCount, 0),
    dcCount: each.reduce((sum, p) => sum + p.dcCount, 0),
  };
}
