import type { BenchStep } from '@ombrik/core/devices/benchStep';
import { useQueryClient } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useUnit } from '../../app/useUnit.ts';
import { useJob } from '../../session/useJob.ts';

export interface BenchReading {
  step: BenchStep;
  value: number | null;
  found: 'good' | 'bad' | null;
  method: 'typed' | 'meter' | 'eye';
}

/** Records readings, and reads the meter. @param onPassed the check passed */
export function useBench(onPassed: () => void) {
  const { jobId, revision, dossier } = useJob();
  const { unit } = useUnit();
  const client = useQueryClient();
  const routes = api.jobs[':id'].bench;
  const param = { id: jobId };
  const record = usePress({
    send: ({ step, ...said }: BenchReading, key) =>
      answer(routes.records.$post({ param, json: { stepId: step.id, revision, unit, note: '', ...said } }, keyed(key))),
    onSuccess: ({ passed }) => {
      if (passed) onPassed();
    },
    onSettled: () => client.invalidateQueries({ queryKey: ['floor', jobId] }),
  });
  const measure = usePress({
    send: (stepId: string, key) => answer(routes.measure.$post({ param, json: { stepId, revision } }, keyed(key))),
    onSuccess: ({ value }, stepId) => {
      const step = dossier.bench.find((s) => s.id === stepId);
      if (step) record.mutate({ step, value, found: null, method: 'meter' });
    },
  });
  return { record, measure };
}
export type BenchHands = ReturnType<typeof useBench>;
