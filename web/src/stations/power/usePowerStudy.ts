import type { Board } from '@ombrik/core/document/board';
import { fingerprint } from '@ombrik/core/document/fingerprint';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { type Remote, wrap } from 'comlink';
import { useMemo } from 'react';
import { useJob } from '../../session/useJob.ts';
import type { PowerStudy } from '../../worker/powerWorker.ts';

let remote: Remote<PowerStudy> | null = null;
/** One worker for all power sums, started when the first is asked for. */
export function powerStudy(): Remote<PowerStudy> {
  remote ??= wrap<PowerStudy>(new Worker(new URL('../../worker/powerWorker.ts', import.meta.url), { type: 'module' }));
  return remote;
}

/** What the power sums depend on: parts and loads, never where they stand or how they are wired. */
const powerKey = (board: Board) =>
  fingerprint([
    board.brief,
    board.power,
    board.settings,
    board.customParts,
    board.items.map((i) => [i.id, i.partId, i.load]),
  ]);

/** A sum of the power sheet, worked out anew when the board changes; the last one stays while the next is at work. */
export function useStudy<T>(
  name: string,
  more: unknown,
  work: (study: Remote<PowerStudy>, board: Board) => Promise<T>,
) {
  const { board, workshop } = useJob();
  const key = useMemo(() => powerKey(board), [board]);
  return useQuery({
    queryKey: ['study', name, key, workshop.version, more],
    queryFn: () => work(powerStudy(), board),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
    placeholderData: keepPreviousData,
  });
}
