import type { CutPlan } from '@ombrik/core/stock/cutPlan';
import { proxy, type Remote, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { Cutter } from '../../worker/cutWorker.ts';

export interface PlanningProgress {
  done: number;
  all: number;
  gapShare: number | null;
}

/** Plans cuts off the main thread, with progress; one run at a time, and one that is stopped says no more. */
export function usePlanner() {
  const worker = useRef<Worker | null>(null);
  const [progress, setProgress] = useState<PlanningProgress | null>(null);
  const stop = () => {
    worker.current?.terminate();
    worker.current = null;
    setProgress(null);
  };
  useEffect(() => () => worker.current?.terminate(), []);
  const run = async (
    work: (
      cutter: Remote<Cutter>,
      told: (done: number, all: number, gapShare: number | null) => void,
    ) => Promise<CutPlan>,
  ) => {
    stop();
    const thread = new Worker(new URL('../../worker/cutWorker.ts', import.meta.url), { type: 'module' });
    worker.current = thread;
    setProgress({ done: 0, all: 0, gapShare: null });
    const plan = await work(
      wrap<Cutter>(thread),
      // A word of a run that has been stopped may still be on its way.
      proxy((done: number, all: number, gapShare: number | null) => {
        if (worker.current === thread) setProgress({ done, all, gapShare });
      }),
    );
    if (worker.current !== thread) return null;
    stop();
    return plan;
  };
  return { progress, stop, run };
}
