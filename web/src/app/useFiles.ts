import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useJob } from '../session/useJob.ts';
import { answer, api, sendForm } from './api.ts';
import { keyed, usePress } from './press.ts';

/** Files hung on the job: list, add, take off and bring back. */
export function useFiles() {
  const { jobId } = useJob();
  const client = useQueryClient();
  const queryKey = ['files', jobId];
  const query = useQuery({
    queryKey,
    queryFn: () => answer(api.jobs[':id'].files.$get({ param: { id: jobId } })),
  });
  const refresh = () => client.invalidateQueries({ queryKey });
  /** Sends a file under a key: the same one again is the same file. @returns its id */
  const sendFile = async (file: File, key: string): Promise<string> =>
    (await sendForm<{ id: string }>(`/api/jobs/${jobId}/files`, { file }, keyed(key))).id;
  const add = usePress({
    route: 'POST /api/jobs/:id/files',
    send: (file: File, key) => sendFile(file, key),
    onSettled: refresh,
  });
  const remove = usePress({
    route: 'POST /api/jobs/:id/files/:fileId/removed',
    send: ({ id, removed }: { id: string; removed: boolean }, key) =>
      answer(
        api.jobs[':id'].files[':fileId'].removed.$post(
          { param: { id: jobId, fileId: id }, json: { removed } },
          keyed(key),
        ),
      ),
    onSuccess: refresh,
  });
  return {
    files: query.data?.files ?? [],
    add,
    sendFile,
    remove,
    href: (id: string) => `/api/jobs/${jobId}/files/${id}`,
  };
}
