import type { BuildPlan } from '../build/buildPlan.ts';
import type { BuildRecord, Said } from '../build/buildState.ts';
import type { BuildStep } from '../build/step.ts';

let count = 0;

/** A word of the floor about a step. */
export const floorWord = (
  step: Pick<BuildStep, 'id' | 'fingerprint'>,
  said: Said,
  more: Partial<BuildRecord> = {},
): BuildRecord => ({
  key: `k${count++}`,
  stepId: step.id,
  fingerprint: step.fingerprint,
  said,
  personName: 'Jonas Wick',
  saidAt: '2026-11-30T09:00:00.000Z',
  at: '2026-11-30T09:00:01.000Z',
  ...more,
});
export const DONE: Said = { kind: 'done', minutes: 1, planned: 1, value: null, toolId: null };
export const allDone = (plan: BuildPlan): BuildRecord[] => plan.steps.map((s) => floorWord(s, DONE));
