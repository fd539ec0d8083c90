import type { CutPiece } from '@ombrik/core/stock/cutPieces';
import { type CutPlan, choiceOf } from '@ombrik/core/stock/cutPlan';
import { useQueryClient } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useJob } from '../../session/useJob.ts';
import type { useCutting } from './useCableFloor.ts';

type Cutting = NonNullable<ReturnType<typeof useCutting>['data']>;

/** Takes a plan for the jobs that were planned together, and cuts what lies on the bench. */
export function useCutPresses(data: Cutting | undefined, chosen: Cutting['jobs'], onTaken: () => void) {
  const job = useJob();
  const client = useQueryClient();
  const keep = usePress({
    route: 'POST /api/jobs/:id/cutting',
    send: (plan: CutPlan, key) =>
      answer(
        api.jobs[':id'].cutting.$post(
          {
            param: { id: job.jobId },
            json: {
              jobs: chosen.map((j) => ({ jobId: j.jobId, revision: j.revision })),
              groups: choiceOf(plan),
              key,
            },
          },
          keyed(key),
        ),
      ),
    onSuccess: () => {
      onTaken();
      return Promise.all(['cutting', 'stock', 'buying'].map((k) => client.invalidateQueries({ queryKey: [k] })));
    },
  });
  /** The rod is on the bench: all its pieces are cut one after the other, each into its own job. */
  const cutAll = usePress({
    route: 'POST /api/jobs/:id/cables/:cableId/steps',
    send: async (pieces: CutPiece[], key) => {
      for (const [n, piece] of pieces.entries()) {
        const revision = data?.plan?.jobs.find((j) => j.jobId === piece.jobId)?.revision;
        if (revision === undefined) continue;
        await answer(
          api.jobs[':id'].cables[':cableId'].steps.$post(
            {
              param: { id: piece.jobId, cableId: piece.cableId },
              json: { step: 'cut', done: true, pullsN: [], fromStockId: null, word: '', revision, key: `${key}-${n}` },
            },
            keyed(`${key}-${n}`),
          ),
        );
      }
    },
    onSettled: () =>
      Promise.all(
        ['floor', 'cutting', 'stock', 'costs', 'buying'].map((k) => client.invalidateQueries({ queryKey: [k] })),
      ),
  });
  return { keep, cutAll };
}
