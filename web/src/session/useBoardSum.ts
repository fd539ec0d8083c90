import type { Board } from '@ombrik/core/document/board';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { Remote } from 'comlink';
import type { Ask } from './stoppable.ts';
import { useJob } from './useJob.ts';

/**
 * A sum over the board in a thread of its own, worked out anew when what it depends on changes; the last one stays while
 * the next is at work, and what nobody waits for any more is stopped.
 */
export function useBoardSum<T, S>(
  ask: Ask<S>,
  name: readonly unknown[],
  work: (sums: Remote<S>, board: Board) => Promise<T>,
) {
  const { board, workshop } = useJob();
  const queryKey = ['sum', ...name, workshop.version];
  const query = useQuery({
    queryKey,
    queryFn: ({ signal }) => ask((sums) => work(sums, board), signal),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
    retry: false,
    placeholderData: keepPreviousData,
    // Sums need no server.
    networkMode: 'always',
  });
  return { ...query, stops: queryKey };
}
