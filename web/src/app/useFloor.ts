import type { Board } from '@ombrik/core/document/board';
import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import type { Dossier } from '@ombrik/core/dossier';
import { unitsOf } from '@ombrik/core/released/serials';
import { benchProgress } from '@ombrik/core/stages/bench/benchProgress';
import { asUnitRecord, progressOfUnits } from '@ombrik/core/stages/bench/progressOfUnits';
import { stationStatuses } from '@ombrik/core/stations';
import { madeIdsOf, progressOfAll } from '@ombrik/core/stock/cableWork';
import { useQuery } from '@tanstack/react-query';
import type { InferResponseType } from 'hono/client';
import { lastOf } from '../session/lastOf.ts';
import { useJob } from '../session/useJob.ts';
import { answer, api } from './api.ts';
import { useUnit } from './useUnit.ts';

type Told = InferResponseType<(typeof api.jobs)[':id']['floor']['$get'], 200>;

/** Worked out once for all who ask on a page, and again only when something of it has changed. */
const floorOf = lastOf(
  (board: Board, dossier: Dossier, workshop: Workshop, told: Told | undefined, unit: number, quantity: number) => {
    const bench = told?.bench ?? [];
    const opened = told?.opened ?? [];
    const cables = progressOfAll(dossier.cables, told?.made ?? [], workshop);
    const madeIds = madeIdsOf(cables);
    const all = bench.map(asUnitRecord);
    const ofUnit = <T extends { unit: number }>(of: readonly T[]) => of.filter((x) => x.unit === unit);
    const readings = ofUnit(all);
    const progress = benchProgress(dossier.bench, readings, ofUnit(opened));
    const openedBy = new Map(unitsOf(quantity).map((u) => [u, opened.filter((o) => o.unit === u)]));
    const whole = quantity === 1 ? progress : progressOfUnits(dossier.bench, all, openedBy, quantity, unit);
    return {
      /** Where each cable stands. */
      cables,
      madeIds,
      /** Readings of the board in the hand. */
      bench: ofUnit(bench),
      /** The same, as progress is told by. */
      readings,
      progress,
      stations: stationStatuses(board, dossier, madeIds, whole, told?.build ?? null),
    };
  },
);

/** Floor records of the job, and what they say against the board as it is shown now. */
export function useFloor() {
  const { jobId, board, dossier, workshop } = useJob();
  const query = useQuery({
    queryKey: ['floor', jobId],
    queryFn: () => answer(api.jobs[':id'].floor.$get({ param: { id: jobId } })),
  });
  const { unit, quantity } = useUnit();
  return { ...floorOf(board, dossier, workshop, query.data, unit, quantity), loaded: query.isSuccess };
}
