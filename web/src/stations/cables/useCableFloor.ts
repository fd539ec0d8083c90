import type { Id } from '@ombrik/core/document/basics';
import type { CableStep } from '@ombrik/core/stock/cableSteps';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useJob } from '../../session/useJob.ts';

const fetchCutting = (id: string) => answer(api.jobs[':id'].cutting.$get({ param: { id } }));

/** What there is to cut, from what, and the plan that was taken. */
export const useCutting = () => {
  const { jobId } = useJob();
  return useQuery({ queryKey: ['cutting', jobId], queryFn: () => fetchCutting(jobId) });
};

/** What the floor says of cables: a step, a cable made again, a whole cable made. */
export function useCableFloor() {
  const job = useJob();
  const client = useQueryClient();
  const refresh = () =>
    Promise.all(
      [['floor', job.jobId], ['cutting'], ['stock'], ['costs', job.jobId], ['buying']].map((queryKey) =>
        client.invalidateQueries({ queryKey }),
      ),
    );
  const step = usePress({
    route: 'POST /api/jobs/:id/cables/:cableId/steps',
    send: (
      v: {
        cableId: Id;
        step: CableStep;
        done: boolean;
        pullsN?: number[];
        fromStockId?: string | null;
        /** Why a length that is a guess is cut all the same. */
        word?: string;
      },
      key,
    ) =>
      answer(
        api.jobs[':id'].cables[':cableId'].steps.$post(
          {
            param: { id: job.jobId, cableId: v.cableId },
            json: {
              step: v.step,
              done: v.done,
              pullsN: v.pullsN ?? [],
              fromStockId: v.fromStockId ?? null,
              word: v.word ?? '',
              revision: job.revision,
              key,
            },
          },
          keyed(key),
        ),
      ),
    onSettled: refresh,
  });
  const redo = usePress({
    route: 'POST /api/jobs/:id/cables/:cableId/again',
    send: (
      v: { cableId: Id; reason: string; scrap: 'bin' | 'remnant'; remnantMm: number; bin: string; count: number },
      key,
    ) =>
      answer(
        api.jobs[':id'].cables[':cableId'].again.$post(
          {
            param: { id: job.jobId, cableId: v.cableId },
            json: {
              reason: v.reason,
              scrap: v.scrap,
              remnantMm: v.remnantMm,
              bin: v.bin,
              count: v.count,
              revision: job.revision,
              key,
            },
          },
          keyed(key),
        ),
      ),
    onSettled: refresh,
  });
  const made = usePress({
    route: 'POST /api/jobs/:id/made',
    send: (v: { cableIds: Id[]; made: boolean }, key) =>
      answer(
        api.jobs[':id'].made.$post({ param: { id: job.jobId }, json: { ...v, revision: job.revision } }, keyed(key)),
      ),
    onSettled: refresh,
  });
  return { step, redo, made };
}
