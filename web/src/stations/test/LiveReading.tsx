import type { BenchStep } from '@ombrik/core/devices/benchStep';
import { halfWidth, type Instrument } from '@ombrik/core/document/workshop/instrument';
import { QUANTITIES, shownReading } from '@ombrik/core/document/workshop/quantity';
import { type Sample, settledAt } from '@ombrik/core/stages/bench/settle';
import { lazy, Suspense, useEffect, useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { Waiting } from '../../ui/states/Waiting.tsx';

const LiveChart = lazy(() => import('./LiveChart.tsx'));

/** So much of the past is shown, ms. */
const SHOWN_MS = 20_000;

/** What an instrument reads right now, and whether it has settled: for the eye, nothing of it is kept. */
export function LiveReading({ step, instrument, pair }: { step: BenchStep; instrument: Instrument; pair: number }) {
  const { jobId } = useJob();
  const [samples, setSamples] = useState<Sample[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    setSamples([]);
    setTrouble(null);
    const query = new URLSearchParams({ stepId: step.id, instrumentId: instrument.id, pair: String(pair) });
    const line = new EventSource(`/api/jobs/${jobId}/bench/live?${query}`);
    line.addEventListener('sample', (e) => {
      const sample = JSON.parse(e.data) as Sample;
      setSamples((all) => [...all.filter((s) => s.atMs > sample.atMs - SHOWN_MS), sample]);
    });
    line.addEventListener('trouble', (e) => {
      setTrouble(JSON.parse(e.data));
      line.close();
    });
    return () => line.close();
  }, [jobId, step.id, instrument.id, pair]);
  const quantity = step.measures!;
  const last = samples.at(-1);
  if (trouble) return <p className="border-l-4 border-warning p-2">{trouble}</p>;
  if (!last) return <Waiting what={`Listening to ${instrument.name}`} shape="line" className="" />;
  const settled = settledAt(samples, halfWidth(instrument.accuracy, quantity, last.value) ?? 0);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-3">
      <div className="h-20">
        <Suspense fallback={null}>
          <LiveChart samples={samples} perUnit={QUANTITIES[quantity].perUnit} unit={QUANTITIES[quantity].shown} />
        </Suspense>
      </div>
      <p className="text-right" aria-live="polite">
        <span className="num block text-3xl">{shownReading(quantity, last.value)}</span>
        <span className={settled === null ? 'dim' : 'text-success'}>
          {settled === null ? 'still moving' : 'settled'}
        </span>
      </p>
    </div>
  );
}
