import { unitsOf } from '@ombrik/core/released/serials';
import { benchProgress } from '@ombrik/core/stages/bench/benchProgress';
import { progressOfUnits, type UnitRecord } from '@ombrik/core/stages/bench/progressOfUnits';
import { stationStatuses } from '@ombrik/core/stations';
import { madeIdsOf, progressOfAll } from '@ombrik/core/stock/cableWork';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useJob } from '../session/useJob.ts';
import { answer, api } from './api.ts';
import { useUnit } from './useUnit.ts';

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
  const { unit, quantity } = useUnit();
  const readings: UnitRecord[] = bench.map(({ unit, stepId, verdict, source, value, fingerprint, at }) => ({
    unit,
    stepId,
    verdict,
    source: source.kind,
    value,
    fingerprint,
    at,
  }));
  const opened = query.data?.opened ?? [];
  const ofUnit = <T extends { unit: number }>(all: readonly T[]) => all.filter((x) => x.unit === unit);
  const progress = benchProgress(dossier.bench, ofUnit(readings), ofUnit(opened));
  const openedBy = new Map(unitsOf(quantity).map((u) => [u, opened.filter((o) => o.unit === u)]));
  const whole = quantity === 1 ? progress : progressOfUnits(dossier.bench, readings, openedBy, quantity, unit);
  return {
    /** Where each cable stands. */
    cables,
    madeIds,
    /** Readings of the board in the hand. */
    bench: ofUnit(bench),
    /** The same, as progress is told by. */
    readings: ofUnit(readings),
    progress,
    stations: stationStatuses(board, dossier, madeIds, whole, query.data?.build ?? null),
    loaded: query.isSuccess,
  };
}
