import type { BenchStep } from '@ombrik/core/devices/benchStep';
import type { Diagnosis, Hypothesis } from '@ombrik/core/diagnosis/diagnose';
import { shownReading } from '@ombrik/core/document/workshop/quantity';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api } from '../../app/api.ts';
import { useFloor } from '../../app/useFloor.ts';
import { useUnit } from '../../app/useUnit.ts';
import { useJob } from '../../session/useJob.ts';
import { Held } from '../../ui/states/Held.tsx';

function useDiagnosis(asked: boolean) {
  const { jobId, revision } = useJob();
  const { unit } = useUnit();
  const { bench } = useFloor();
  // Every reading may tell something else.
  const queryKey = ['diagnosis', jobId, revision, unit, bench.at(-1)?.id ?? 0];
  const query = useQuery({
    queryKey,
    queryFn: () =>
      answer(
        api.jobs[':id'].bench.diagnosis.$get({ param: { id: jobId }, query: { unit: String(unit) } } as never),
      ) as Promise<{ diagnosis: Told }>,
    enabled: asked,
    placeholderData: (before) => before,
  });
  return { ...query, stops: queryKey };
}

interface Told extends Omit<Diagnosis, 'hypotheses'> {
  hypotheses: (Hypothesis & { says: string })[];
}

const percent = (p: number) => (p > 0.99 ? '> 99 %' : p < 0.01 ? '< 1 %' : `${Math.round(p * 100)} %`);

/** What would explain readings that are not those of a sound board, and what to measure next. */
export function DiagnosisPanel({ steps, pick }: { steps: readonly BenchStep[]; pick: (id: string) => void }) {
  const [asked, setAsked] = useState(false);
  const query = useDiagnosis(asked);
  if (!asked)
    return (
      <button type="button" className="btn btn-sm mt-2 w-full" onClick={() => setAsked(true)}>
        What may be wrong?
      </button>
    );
  if (!query.data)
    return (
      <Held of={query} stops={query.stops} what="Fitting the board to its readings" shape="line" className="mt-2" />
    );
  const { diagnosis } = query.data;
  return (
    <section className="mt-3" aria-label="What may be wrong" aria-live="polite">
      <h2 className="text-lg">What may be wrong</h2>
      {diagnosis.sound || diagnosis.hypotheses.length === 0 ? (
        <p className="dim">
          {diagnosis.disagree.length === 0
            ? 'All that was measured is what a sound board reads.'
            : 'Nothing that is known explains it better than chance: read again, or look.'}
        </p>
      ) : (
        <Explained diagnosis={diagnosis} steps={steps} pick={pick} />
      )}
    </section>
  );
}

function Explained({
  diagnosis,
  steps,
  pick,
}: {
  diagnosis: Told;
  steps: readonly BenchStep[];
  pick: (id: string) => void;
}) {
  const measures = new Map(steps.map((s) => [s.id, s.measures]));
  const seen = diagnosis.hypotheses.filter((h, i) => i === 0 || h.probability >= 0.01).slice(0, 5);
  return (
    <>
      <ol>
        {seen.map((h) => (
          <li key={h.says} className="perforated py-1">
            <details>
              <summary className="flex cursor-pointer gap-2">
                <span className="num w-14 shrink-0">{percent(h.probability)}</span>
                <span>{h.says}</span>
              </summary>
              <p className="dim mt-1 text-xs">
                Why: what it would read, beside what was read and what a sound board reads.
              </p>
              <ul className="text-xs">
                {h.fits
                  .filter((f) => f.read !== null && measures.get(f.stepId))
                  .map((f) => (
                    <li key={f.stepId} className="perforated py-0.5">
                      {f.title}
                      <span className="num block">
                        read {shownReading(measures.get(f.stepId)!, f.read!)} · this{' '}
                        {shownReading(measures.get(f.stepId)!, f.predicted)} · sound{' '}
                        {shownReading(measures.get(f.stepId)!, f.sound)}
                      </span>
                    </li>
                  ))}
              </ul>
            </details>
          </li>
        ))}
      </ol>
      {diagnosis.next.length > 0 && (
        <>
          <h3 className="mt-2">To tell them apart</h3>
          <ol>
            {diagnosis.next.map((n) => (
              <li key={n.says} className="perforated flex items-baseline justify-between gap-2 py-1">
                {n.stepId === null ? (
                  <span>{n.says}</span>
                ) : (
                  <button type="button" className="link text-left" onClick={() => pick(n.stepId!)}>
                    {n.says}
                  </button>
                )}
                <span className="num dim text-xs whitespace-nowrap">
                  {n.minutes} min · {percent(n.tells)}
                </span>
              </li>
            ))}
          </ol>
        </>
      )}
    </>
  );
}
