import type { BenchStep } from '@ombrik/core/devices/benchStep';
import { useQueryClient } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useUnit } from '../../app/useUnit.ts';
import { useJob } from '../../session/useJob.ts';
import type { BenchSetupState } from './useBenchSetup.ts';

export interface Told {
  step: BenchStep;
  /** In the SI unit of what is measured. */
  value: number | null;
  /** Read in the same moment, in the step's order. */
  alongside?: number[];
  found: 'good' | 'bad' | null;
  settings?: { name: string; expects: string; before: string; after: string }[];
  note?: string;
}

/** Records readings, and reads instruments. @param onPassed the check passed */
export function useBench(setup: BenchSetupState, onPassed: () => void) {
  const { jobId, revision } = useJob();
  const { unit } = useUnit();
  const client = useQueryClient();
  const routes = api.jobs[':id'].bench;
  const param = { id: jobId };
  const at = (step: BenchStep, note = '') => ({ stepId: step.id, revision, unit, ambientC: setup.ambientC, note });
  const refresh = () => client.invalidateQueries({ queryKey: ['floor', jobId] });
  const record = usePress({
    route: 'POST /api/jobs/:id/bench/records',
    send: ({ step, value, alongside, found, settings = [], note }: Told, key) =>
      answer(
        routes.records.$post(
          {
            param,
            json: {
              ...at(step, note),
              value,
              alongside: alongside ?? null,
              found,
              settings: step.method === 'settings' ? settings : null,
              instrumentId: step.method === 'reading' ? (setup.instrument?.id ?? null) : null,
            },
          },
          keyed(key),
        ),
      ),
    onSuccess: ({ verdict }) => {
      if (verdict === 'passed') onPassed();
    },
    onSettled: refresh,
  });
  const measure = usePress({
    route: 'POST /api/jobs/:id/bench/measure',
    send: ({ step, pair, driverId }: { step: BenchStep; pair: number; driverId: string | null }, key) =>
      answer(
        routes.measure.$post(
          { param, json: { ...at(step), instrumentId: setup.instrument?.id ?? '', driverId, pair } },
          keyed(key),
        ),
      ),
    onSuccess: ({ verdict }) => {
      if (verdict === 'passed') onPassed();
    },
    onSettled: refresh,
  });
  return { record, measure };
}
export type BenchHands = ReturnType<typeof useBench>;
