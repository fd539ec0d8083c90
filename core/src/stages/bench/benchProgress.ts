import type { BenchStep } from '../../devices/benchStep.ts';
import type { ReadingSource } from '../../document/workshop/instrument.ts';
import type { Verdict } from '../../solvers/uncertainty/decide.ts';
import { BANK_VOLTAGE } from './bankSteps.ts';
import type { BenchConditions } from './limitsAt.ts';

/** One reading or confirmation as recorded; records are only ever added. */
export interface BenchRecord {
  stepId: string;
  verdict: Verdict;
  source: ReadingSource['kind'];
  value: number | null;
  fingerprint: string;
  at: string;
}

/** A joint that was opened again. */
export interface Opened {
  at: string;
  itemIds: readonly string[];
  cableIds: readonly string[];
}

/** Whether what a step proves may have passed a joint. */
const passes = (step: BenchStep, { itemIds, cableIds }: Opened): boolean =>
  step.stage !== 'cold' ||
  itemIds.includes(step.entityId) ||
  cableIds.includes(step.entityId) ||
  step.probes.some((p) => itemIds.includes(p.plus.itemId) || itemIds.includes(p.minus.itemId));

/**
 * Whether a reading still counts: no joint it may have passed was opened since.
 * @example
 * stillProved(dossier.bench[0], { at: '2026-12-01' }, []); // true
 */
export const stillProved = (step: BenchStep, { at }: Pick<BenchRecord, 'at'>, opened: readonly Opened[]): boolean =>
  !opened.some((o) => o.at > at && passes(step, o));

export type StepState = 'passed' | 'failed' | 'unsure' | 'older' | 'open' | 'waiting' | 'locked';

export interface BenchProgress {
  states: Map<string, StepState>;
  /** The step to do next; null when the d.c. side is done. */
  nextId: string | null;
  dcPassed: boolean;
  passedCount: number;
  dcCount: number;
}

/** What a simulated instrument read proves nothing of a real board. */
const counts = (record: BenchRecord): boolean => record.source !== 'simulated';

/**
 * What the bench knows by now: the bank as it was read last, on the board as it is.
 * @example
 * conditionsOf(dossier.bench, [], 21).bankV; // null
 */
export function conditionsOf(
  steps: readonly BenchStep[],
  records: readonly BenchRecord[],
  ambientC: number | null,
): BenchConditions {
  const step = steps.find((s) => s.id === BANK_VOLTAGE);
  const read = records.filter(
    (r) => r.stepId === BANK_VOLTAGE && counts(r) && r.verdict !== 'failed' && r.fingerprint === step?.fingerprint,
  );
  return { bankV: read.at(-1)?.value ?? null, ambientC };
}

/**
 * Where the test stands: the last record of each step counts, a pass against an older fingerprint counts as open
 * again, and no step may be recorded before every d.c. step ahead of it has passed. A joint opened after a reading takes
 * its proof away: of its own part and cables, and of all that was read under power, for every current of a board may have
 * passed it.
 * @param opened joints opened again, each with when
 * @example
 * benchProgress(dossier.bench, []).passedCount; // 0
 */
export function benchProgress(
  steps: readonly BenchStep[],
  records: readonly BenchRecord[],
  opened: readonly Opened[] = [],
): BenchProgress {
  const last = new Map<string, BenchRecord>();
  for (const record of records) if (counts(record)) last.set(record.stepId, record);
  const states = new Map<string, StepState>();
  let nextId: string | null = null;
  let passedCount = 0;
  let dcCount = 0;
  for (const step of steps) {
    const record = last.get(step.id);
    const current =
      record !== undefined && record.fingerprint === step.fingerprint && stillProved(step, record, opened);
    if (step.role === 'electrician') {
      states.set(step.id, record && current ? record.verdict : 'locked');
      continue;
    }
    dcCount++;
    if (record?.verdict === 'passed' && current) {
      passedCount++;
      states.set(step.id, nextId === null ? 'passed' : 'older');
      continue;
    }
    const own: StepState = record ? (current ? record.verdict : 'older') : 'open';
    if (nextId === null) {
      nextId = step.id;
      states.set(step.id, own);
    } else states.set(step.id, own === 'open' ? 'waiting' : own);
  }
  return { states, nextId, dcPassed: nextId === null && dcCount > 0, passedCount, dcCount };
}

/**
 * Whether a step may be read now: in its turn or before it; where a reading has failed others of the same stage too, for
 * they tell what is wrong with it. Nothing of a later stage is ever touched before.
 * @example
 * mayBeRead(dossier.bench, benchProgress(dossier.bench, []), dossier.bench[0]); // true
 */
export function mayBeRead(
  steps: readonly BenchStep[],
  { nextId, states }: Pick<BenchProgress, 'nextId' | 'states'>,
  step: Pick<BenchStep, 'id' | 'stage' | 'role'>,
): boolean {
  const at = steps.findIndex((s) => s.id === nextId);
  const next = steps[at];
  if (!next || step.role === 'electrician') return true;
  const state = states.get(next.id);
  const looking = state === 'failed' || state === 'unsure';
  return steps.findIndex((s) => s.id === step.id) <= at || (looking && step.stage === next.stage);
}
