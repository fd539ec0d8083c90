import type { BenchStep } from '../../devices/benchStep.ts';

/** One reading or confirmation as recorded; records are only ever added. */
export interface BenchRecord {
  stepId: string;
  passed: boolean;
  value: number | null;
  fingerprint: string;
}

export type StepState = 'passed' | 'failed' | 'older' | 'open' | 'waiting' | 'locked';

export interface BenchProgress {
  states: Map<string, StepState>;
  /** The step to do next; null when the d.c. side is done. */
  nextId: string | null;
  dcPassed: boolean;
  passedCount: number;
  dcCount: number;
}

/**
 * Judges a reading against a step's limits.
 * @example
 * withinLimits({ lowLimit: 0, highLimit: 0.5 }, 0.6); // false
 */
export const withinLimits = (step: Pick<BenchStep, 'lowLimit' | 'highLimit'>, value: number): boolean =>
  (step.lowLimit === null || value >= step.lowLimit) && (step.highLimit === null || value <= step.highLimit);

/**
 * Where the test stands: the last record of each step counts, a pass against an older fingerprint counts as open
 * again, and no step may be recorded before every d.c. step ahead of it has passed.
 * @example
 * benchProgress(dossier.bench, []).passedCount; // 0
 */
export function benchProgress(steps: readonly BenchStep[], records: readonly BenchRecord[]): BenchProgress {
  const last = new Map<string, BenchRecord>();
  for (const record of records) last.set(record.stepId, record);
  const states = new Map<string, StepState>();
  let nextId: string | null = null;
  let passedCount = 0;
  let dcCount = 0;
  for (const step of steps) {
    const record = last.get(step.id);
    const current = record?.fingerprint === step.fingerprint;
    if (step.role === 'electrician') {
      states.set(step.id, record?.passed && current ? 'passed' : record && current ? 'failed' : 'locked');
      continue;
    }
    dcCount++;
    if (record?.passed && current) {
      passedCount++;
      states.set(step.id, nextId === null ? 'passed' : 'older');
      continue;
    }
    const own: StepState = record ? (current ? 'failed' : 'older') : 'open';
    if (nextId === null) {
      nextId = step.id;
      states.set(step.id, own);
    } else states.set(step.id, own === 'open' ? 'waiting' : own);
  }
  return { states, nextId, dcPassed: nextId === null && dcCount > 0, passedCount, dcCount };
}
