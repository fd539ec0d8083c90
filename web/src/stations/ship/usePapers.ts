import { useQuery } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';

const fetchPapers = () => answer(api.papers.$get());
export type JobPaper = Awaited<ReturnType<typeof fetchPapers>>['papers'][number];

/** The papers there are, as the server's registry has them; they change only with the program. */
export function usePapers(): readonly JobPaper[] {
  const query = useQuery({ queryKey: ['papers'], queryFn: fetchPapers, staleTime: Number.POSITIVE_INFINITY });
  return query.data?.papers ?? [];
}
