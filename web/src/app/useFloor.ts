import { type BenchRecord, benchProgress } from '@ombrik/core/stages/bench/benchProgress';
import { stationStatuses } from '@ombrik/core/stations';
import { madeIdsOf, progressOfAll } from '@ombrik/core/stock/cableWork';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useJob } from '../session/useJob.ts';
import { answer, api } from './api.ts';

/** Floor records of the job, and what they say against the board as it is shown now. */
export function useFloor() {
  const { jobId, board, dossier, workshop } = useJob();
  const query = useQuery({
    queryKey: ['floor', jobId],
    queryFn: () => answer(api.jobs[':id'].floor.$get({ param: { id: jobId } })),
  });
  const made = query.data?.made;
  const bench = query.data?.bench ?? [];
  const cables = useMemo(() => progressOfAll(dossier.cables, made ?? [], workshop), [dossier.cables, made, workshop]);
  const madeIds = useMemo(() => madeIdsOf(cables), [cables]);
  const readings: BenchRecord[] = bench.map((r) => ({
    stepId: r.entityId,
    passed: r.data.passed === true,
    value: typeof r.data.value === 'number' ? r.data.value : null,
    fingerprint: r.fingerprint,
  }));
  const progress = benchProgress(dossier.bench, readings);
  return {
    /** Where each cable stands. */
    cables,
    madeIds,
    bench,
    progress,
    stations: stationStatuses(board, dossier, madeIds, progress),
    loaded: query.isSuccess,
  };
}
