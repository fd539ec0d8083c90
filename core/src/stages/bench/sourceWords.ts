import type { ReadingSource } from '../../document/workshop/instrument.ts';
import type { Verdict } from '../../solvers/uncertainty/decide.ts';

/** What came of a reading, in words. */
export const VERDICT_WORDS: Readonly<Record<Verdict, string>> = {
  passed: 'pass',
  failed: 'FAIL',
  unsure: 'cannot tell',
};

/**
 * Where a reading comes from, in words: a simulated one says so, and that it does not count.
 * @example
 * sourceWords({ kind: 'typed', by: null }); // 'typed, plain hand meter'
 */
export function sourceWords(source: ReadingSource): string {
  if (source.kind === 'eye') return 'seen';
  const { by } = source;
  const named = by ? `${by.name}, no. ${by.serial}${by.dueOn ? `, check due ${by.dueOn}` : ''}` : 'plain hand meter';
  if (source.kind === 'simulated') return `SIMULATED (${named}): does not count`;
  if (source.kind === 'typed') return `typed, ${named}`;
  const { driver } = source;
  return `read from ${named}${driver ? `, current by ${driver.name}, no. ${driver.serial}` : ''}`;
}
