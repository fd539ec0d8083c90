import { useQuery, useQueryClient } from '@tanstack/react-query';
import { ApiError, answer, api } from '../../app/api.ts';
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
    send: async ({ file, ampsAre }: { file: File; ampsAre: AmpsAre }, key): Promise<number> => {
      const form = new FormData();
      form.set('file', file);
      form.set('unit', String(unit));
      form.set('ampsAre', ampsAre);
      const response = await fetch(`/api/jobs/${jobId}/field-logs`, { method: 'POST', body: form, ...keyed(key) });
      const said = (await response.json().catch(() => null)) as { id?: number; problems?: string[] } | null;
      if (!response.ok || said?.id === undefined)
        throw new ApiError(response.status, said?.problems ?? [`the server answered ${response.status}`]);
      return said.id;
    },
    onSuccess: (id) => {
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
