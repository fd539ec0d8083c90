import type { Board } from '@ombrik/core/document/board';
import { fingerprint } from '@ombrik/core/document/fingerprint';
import type { Remote } from 'comlink';
import { useMemo } from 'react';
import { stoppable } from '../../session/stoppable.ts';
import { useBoardSum } from '../../session/useBoardSum.ts';
import { useJob } from '../../session/useJob.ts';
import type { PowerStudy } from '../../worker/powerWorker.ts';

/** One thread for all power sums. */
export const askPower = stoppable<PowerStudy>(
  () => new Worker(new URL('../../worker/powerWorker.ts', import.meta.url), { type: 'module' }),
);

/** What the power sums depend on: parts and loads, never where they stand or how they are wired. */
const powerKey = (board: Board) =>
  fingerprint([
    board.brief,
    board.power,
    board.settings,
    board.customParts,
    board.items.map((i) => [i.id, i.partId, i.load]),
  ]);

/** A sum of the power sheet. */
export function useStudy<T>(
  name: string,
  more: unknown,
  work: (study: Remote<PowerStudy>, board: Board) => Promise<T>,
) {
  const { board } = useJob();
  const key = useMemo(() => powerKey(board), [board]);
  return useBoardSum(askPower, ['study', name, key, more], work);
}
