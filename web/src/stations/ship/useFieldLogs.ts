import { useQuery, useQueryClient } from '@tanstack/react-query';
import { answer, api, sendForm } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useUnit } from '../../app/useUnit.ts';
import { useJob } from '../../session/useJob.ts';

export type AmpsAre = 'charging' | 'drawing';

/** Sends a monitor's log in. @param onKept its number, once it is read and kept */
export function useSendLog(onKept: (id: number) => void) {
  const { jobId } = useJob();
  const { unit } = useUnit();
  const client = useQueryClient();
  return usePress({
    route: 'POST /api/jobs/:id/field-logs',
    send: ({ file, ampsAre }: { file: File; ampsAre: AmpsAre }, key) =>
      sendForm<{ id: number }>(`/api/jobs/${jobId}/field-logs`, { file, unit: String(unit), ampsAre }, keyed(key)),
    onSuccess: ({ id }) => {
      void client.invalidateQueries({ queryKey: ['ship', jobId] });
      onKept(id);
    },
  });
}

/** What a log tells of its board as the load list is now. */
export function useFieldReport(logId: number) {
  const { jobId, revision } = useJob();
  return useQuery({
    queryKey: ['fieldReport', jobId, logId, revision],
    queryFn: () => answer(api.jobs[':id']['field-logs'][':logId'].$get({ param: { id: jobId, logId: String(logId) } })),
    select: ({ report }) => report,
  });
}
