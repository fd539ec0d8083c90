import type { JobBuild } from '@ombrik/core/build/jobBuild';
import { useQuery } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';

/** The build of a job, asked for once and again when somebody says something at it. */
export const useJobBuild = (jobId: string, unit = 1) =>
  useQuery({
    queryKey: ['build', jobId, unit],
    queryFn: async () =>
      (await answer(
        api.jobs[':id'].build.$get({ param: { id: jobId }, query: { unit: String(unit) } } as never),
      )) as unknown as JobBuild,
  });
