import type { Id } from '@ombrik/core/document/basics';
import type { CableStep } from '@ombrik/core/stock/cableSteps';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { nanoid } from 'nanoid';
import { answer, api } from '../../app/api.ts';
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
  const step = useMutation({
    mutationFn: (v: { cableId: Id; step: CableStep; done: boolean; pullsN?: number[]; fromStockId?: string | null }) =>
      answer(
        api.jobs[':id'].cables[':cableId'].steps.$post({
          param: { id: job.jobId, cableId: v.cableId },
          json: {
            step: v.step,
            done: v.done,
            pullsN: v.pullsN ?? [],
            fromStockId: v.fromStockId ?? null,
            revision: job.revision,
            key: nanoid(),
          },
        }),
      ),
    onSettled: refresh,
  });
  const redo = useMutation({
    mutationFn: (v: { cableId: Id; reason: string; scrap: 'bin' | 'remnant'; remnantMm: number; bin: string }) =>
      answer(
        api.jobs[':id'].cables[':cableId'].again.$post({
          param: { id: job.jobId, cableId: v.cableId },
          json: {
            reason: v.reason,
            scrap: v.scrap,
            remnantMm: v.remnantMm,
            bin: v.bin,
            revision: job.revision,
            key: nanoid(),
          },
        }),
      ),
    onSettled: refresh,
  });
  const made = useMutation({
    mutationFn: (v: { cableIds: Id[]; made: boolean }) =>
      answer(api.jobs[':id'].made.$post({ param: { id: job.jobId }, json: { ...v, revision: job.revision } })),
    onSettled: refresh,
  });
  return { step, redo, made };
}
