import type { WorkKind } from '../power/quote/quote.ts';
import { ENOUGH, type LearnedTime } from './learnedTimes.ts';

/** Hours of one job: entered by hand by kind of work, and timed at the steps of its build. */
export interface JobTimes {
  jobId: string;
  number: number;
  name: string;
  entered: Partial<Record<WorkKind, number>>;
  timedMinutes: number;
  plannedMinutes: number;
}

/** Why something was done again, how often, by what it was; nobody's name is counted. */
export interface Rework {
  what: 'cable' | 'step';
  reason: string;
  count: number;
}

/** Crimps of a die, and how many of its cables were made again. */
export interface DieRecord {
  dieId: string;
  crimped: number;
  redone: number;
}

export interface ShopTimes {
  learned: LearnedTime[];
  jobs: JobTimes[];
  rework: Rework[];
  dies: DieRecord[];
}

const NEAR = 1.25;

/**
 * What an estimate of a kind of work is worth, in words: trusted where enough steps were timed and they lie near it.
 * @example
 * trustIn({ kind: 'mount', count: 2, plannedMinutes: 4, tookMinutes: 9, factor: { low: 1, median: 2, high: 3 }, bySize: [] }); // 'too few to tell'
 */
export function trustIn({ count, factor }: LearnedTime): string {
  if (count < ENOUGH) return 'too few to tell';
  const spread = factor.high / Math.max(factor.low, 0.01);
  const off = Math.max(factor.median, 1 / Math.max(factor.median, 0.01));
  if (spread > 2.5) return 'varies too much to trust';
  if (off <= NEAR) return 'holds';
  return factor.median > 1
    ? 'planned too short; the plan uses the median'
    : 'planned too long; the plan uses the median';
}
