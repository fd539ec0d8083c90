import { WISHES } from '@ombrik/core/layout/placement/score';
import { proxy, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import type { Arrangement, Layout } from '../../worker/boardWorker.ts';

/** A search for places, begun at once: how far it is, what it found and of which board, and how it is stopped or begun anew. */
export function useArrangements(panelId: string) {
  const job = useJob();
  const threads = useRef<Worker[]>([]);
  const [progress, setProgress] = useState<number | null>(null);
  const [found, setFound] = useState<{ from: typeof job.board; arrangements: Arrangement[] } | null>(null);
  const [seed, setSeed] = useState(1);
  const end = () => {
    for (const worker of threads.current) worker.terminate();
    threads.current = [];
  };
  const stop = () => {
    end();
    setProgress(null);
  };
  useEffect(() => end, []);
  /** Each wish in a thread of its own: they know nothing of one another. */
  const search = async (from: number) => {
    stop();
    setFound(null);
    setProgress(0);
    const { board, dossier, workshop } = job;
    const workers = WISHES.map(
      () => new Worker(new URL('../../worker/boardWorker.ts', import.meta.url), { type: 'module' }),
    );
    threads.current = workers;
    const shares = WISHES.map(() => 0);
    const arrangements = await Promise.all(
      WISHES.map(({ id }, n) =>
        wrap<Layout>(workers[n]!).arrange(
          board,
          workshop,
          { sizing: dossier.sizing, cables: dossier.cables },
          panelId,
          id,
          from + n,
          proxy((share: number) => {
            shares[n] = share;
            // A word of a search that has been stopped may still be on its way.
            if (threads.current === workers) setProgress(shares.reduce((s, x) => s + x, 0) / shares.length);
          }),
        ),
      ),
    );
    if (threads.current !== workers) return;
    stop();
    setSeed(from + WISHES.length);
    setFound({ from: board, arrangements });
  };
  useEffect(() => {
    void search(1);
  }, [panelId]);
  return { progress, found, stop, again: () => void search(seed) };
}
