import type { BenchStep } from '../../devices/benchStep.ts';
import { type BenchProgress, type BenchRecord, benchProgress, type Opened } from './benchProgress.ts';

/** A reading at one of several boards of the same. */
export interface UnitRecord extends BenchRecord {
  unit: number;
}

/**
 * A reading as progress is told by: where it comes from is its kind alone.
 * @example
 * asUnitRecord({ unit: 1, stepId: 's', verdict: 'passed', source: { kind: 'typed' }, value: 1, fingerprint: 'f', at: '2026-01-01T00:00:00Z' }).source; // 'typed'
 */
export const asUnitRecord = ({
  unit,
  stepId,
  verdict,
  source,
  value,
  fingerprint,
  at,
}: Omit<UnitRecord, 'source'> & { source: { kind: UnitRecord['source'] } }): UnitRecord => ({
  unit,
  stepId,
  verdict,
  source: source.kind,
  value,
  fingerprint,
  at,
});

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
