import { type BenchRecord, benchProgress } from '@ombrik/core/stages/bench/benchProgress';
import { type MadeTick, stationStatuses } from '@ombrik/core/stations';
import { useQuery } from '@tanstack/react-query';
import { answer, api } from './api.ts';
import { useJob } from './jobSession.tsx';

/** Floor records of the job, and what they say against the board as it is shown now. */
export function useFloor() {
  const { jobId, board, dossier } = useJob();
  const query = useQuery({
    queryKey: ['floor', jobId],
    queryFn: () => answer(api.jobs[':id'].floor.$get({ param: { id: jobId } })),
  });
  const made = query.data?.made ?? [];
  const bench = query.data?.bench ?? [];
  const ticks: MadeTick[] = made.map((r) => ({
    cableId: r.entityId,
    made: r.data.made === true,
    fingerprint: r.fingerprint,
  }));
  const readings: BenchRecord[] = bench.map((r) => ({
    stepId: r.entityId,
    passed: r.data.passed === true,
    value: typeof r.data.value === 'number' ? r.data.value : null,
    fingerprint: r.fingerprint,
  }));
  const progress = benchProgress(dossier.bench, readings);
  return {
    made,
    bench,
    ticks,
    progress,
    stations: stationStatuses(board, dossier, ticks, progress),
    loaded: query.isSuccess,
  };
}
