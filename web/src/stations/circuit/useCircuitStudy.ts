import type { Board } from '@ombrik/core/document/board';
import { fingerprint } from '@ombrik/core/document/fingerprint';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { type Remote, wrap } from 'comlink';
import { useMemo } from 'react';
import { useJob } from '../../session/useJob.ts';
import type { CircuitStudy } from '../../worker/circuitWorker.ts';

let remote: Remote<CircuitStudy> | null = null;
/** One worker for the circuit's studies, started when the first is asked for. */
function circuitStudy(): Remote<CircuitStudy> {
  remote ??= wrap<CircuitStudy>(
    new Worker(new URL('../../worker/circuitWorker.ts', import.meta.url), { type: 'module' }),
  );
  return remote;
}

/** A study of the circuit, worked out anew when the board changes; the last one stays while the next is at work. */
export function useCircuitStudy<T>(
  name: string,
  more: unknown,
  work: (study: Remote<CircuitStudy>, board: Board) => Promise<T>,
) {
  const { board, workshop } = useJob();
  const key = useMemo(() => fingerprint({ ...board, items: board.items.map(({ drawnAt: _, ...i }) => i) }), [board]);
  return useQuery({
    queryKey: ['circuit', name, key, workshop.version, more],
    queryFn: () => work(circuitStudy(), board),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
    placeholderData: keepPreviousData,
  });
}
