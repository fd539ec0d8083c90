import type { Board } from '@ombrik/core/document/board';
import { fingerprint } from '@ombrik/core/document/fingerprint';
import type { Remote } from 'comlink';
import { useMemo } from 'react';
import { stoppable } from '../../session/stoppable.ts';
import { useBoardSum } from '../../session/useBoardSum.ts';
import { useJob } from '../../session/useJob.ts';
import type { CircuitStudy } from '../../worker/circuitWorker.ts';

/** One thread for all studies of the circuit. */
const askCircuit = stoppable<CircuitStudy>(
  () => new Worker(new URL('../../worker/circuitWorker.ts', import.meta.url), { type: 'module' }),
);

/** A study of the circuit: everything but where its drawing stands. */
export function useCircuitStudy<T>(
  name: string,
  more: unknown,
  work: (study: Remote<CircuitStudy>, board: Board) => Promise<T>,
) {
  const { board } = useJob();
  const key = useMemo(() => fingerprint({ ...board, items: board.items.map(({ drawnAt: _, ...i }) => i) }), [board]);
  return useBoardSum(askCircuit, ['circuit', name, key, more], work);
}
