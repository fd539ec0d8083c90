import type { ManyYears } from '@ombrik/core/solvers/energy/manyYears';
import { proxy } from 'comlink';
import { useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { percent } from '../../ui/format.ts';
import type { WhatIf } from '../../worker/powerWorker.ts';
import { askPower } from './usePowerStudy.ts';

const YEARS = 200;

/** Two hundred years of weather in the worker, with progress and a stop. */
export function ManyYearsRun({ whatIf }: { whatIf: WhatIf }) {
  const job = useJob();
  const [done, setDone] = useState<number | null>(null);
  const [result, setResult] = useState<{ many: ManyYears; revision: number } | null>(null);
  const run = async () => {
    setDone(0);
    // Word of progress may still be on its way when the run has ended.
    let running = true;
    const progress = proxy((n: number) => {
      if (running) setDone(n);
    });
    const many = await askPower((s) => s.manyYears(job.board, job.workshop, whatIf, YEARS, progress));
    running = false;
    setDone(null);
    if (many) setResult({ many, revision: job.revision });
  };
  const { many } = result ?? {};
  return (
    <section className="border border-base-300 bg-base-100 p-3" aria-label="Two hundred years">
      <div className="flex items-center gap-3">
        <h2 className="mr-auto text-lg">{YEARS} years of weather</h2>
        {done === null ? (
          <button type="button" className="btn btn-sm btn-primary" onClick={() => void run()}>
            Run {YEARS} years
          </button>
        ) : (
          <>
            <progress className="progress progress-primary w-40" value={done} max={YEARS} aria-label="Years run" />
            <span className="num" role="status">
              {done} of {YEARS}
            </span>
            <button type="button" className="btn btn-sm" onClick={() => void askPower((s) => s.stop())}>
              Stop
            </button>
          </>
        )}
      </div>
      {many && (
        <p className="mt-1">
          Something is cut on <b className="num">{percent(many.darkDayShare)}</b> of days, give or take{' '}
          <span className="num">{percent(many.halfWidth)}</span> (95 %); in the worst year on{' '}
          <span className="num">{many.darkDaysByYear.at(-1)}</span> days, in the middle one on{' '}
          <span className="num">{many.darkDaysByYear[Math.floor(many.years / 2)]}</span>.
          {many.meanGeneratorHours > 0 && (
            <>
              {' '}
              Generator <span className="num">{many.meanGeneratorHours.toFixed(0)} h</span> a year.
            </>
          )}
          {result!.revision !== job.revision && (
            <span className="text-warning"> Run on revision {result!.revision}: run it again.</span>
          )}
        </p>
      )}
    </section>
  );
}
