import type { BenchStep } from '@ombrik/core/devices/benchStep';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { format, parseISO } from 'date-fns';
import { useEffect, useState } from 'react';
import { answer, api, problemsIn } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { useFloor } from '../../app/useFloor.ts';
import { useMe } from '../../app/useMe.ts';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { LimitBand } from './LimitBand.tsx';
import { SimulatorPanel } from './SimulatorPanel.tsx';

const STAGES = [
  ['cold', 'Cold'],
  ['bank', 'Bank'],
  ['fuses', 'Fuses, one by one'],
  ['load', 'Under load'],
  ['mains', 'Mains side'],
] as const;
const MARK = { passed: '●', failed: '✕', older: '◌', open: '◐', waiting: '○', locked: '⚿' } as const;
const WORDS = {
  passed: 'passed',
  failed: 'failed, test again',
  older: 'measured on an older spec',
  open: 'next',
  waiting: 'waits for the steps before it',
  locked: 'for a licensed person',
} as const;

/** Readings, whole and failed, of one step. */
function History({ step }: { step: BenchStep }) {
  const { bench } = useFloor();
  const own = bench.filter((r) => r.entityId === step.id);
  if (own.length === 0) return <p className="dim">No reading yet.</p>;
  return (
    <ul>
      {[...own].reverse().map((r) => {
        const value = typeof r.data.value === 'number' ? r.data.value : null;
        return (
          <li key={r.id} className="perforated flex items-baseline justify-between gap-2 py-1">
            <span className={`label-face ${r.data.passed ? 'text-success' : 'text-error'}`}>
              {r.data.passed ? 'pass' : 'FAIL'}
            </span>
            <span className="num">
              {value === null ? '' : value >= 9e37 ? 'open' : `${value.toFixed(3)} ${step.unit}`}
            </span>
            <span className="dim text-right text-xs">
              {r.personName}, <span className="num">{format(parseISO(r.at), 'd MMM HH:mm')}</span>
              {r.fingerprint !== step.fingerprint && (
                <b className="block text-warning">on revision {r.revision}, older spec</b>
              )}
            </span>
          </li>
        );
      })}
    </ul>
  );
}

/** The bench test: the ladder of stages, one check in the middle, its record. */
export function TestStation() {
  const job = useJob();
  const me = useMe();
  const client = useQueryClient();
  const floor = useFloor();
  const { progress } = floor;
  const steps = job.dossier.bench;
  const [picked, setPicked] = useState<string | null>(null);
  const step =
    steps.find((s) => s.id === (picked ?? progress.nextId)) ??
    steps.find((s) => s.id === progress.nextId) ??
    steps.at(-1);
  const [typed, setTyped] = useState('');
  const simulator = useQuery({
    queryKey: ['simulator', job.jobId],
    queryFn: () => answer(api.jobs[':id'].bench.simulator.$get({ param: { id: job.jobId }, query: {} } as never)),
  });
  useEffect(() => setTyped(''), [step?.id]);

  const record = usePress({
    send: (
      v: { step: BenchStep; value: number | null; found: 'good' | 'bad' | null; method: 'typed' | 'meter' | 'eye' },
      key,
    ) =>
      answer(
        api.jobs[':id'].bench.records.$post(
          {
            param: { id: job.jobId },
            json: {
              stepId: v.step.id,
              revision: job.revision,
              value: v.value,
              found: v.found,
              note: '',
              method: v.method,
            },
          },
          keyed(key),
        ),
      ),
    onSuccess: ({ passed }) => {
      if (passed) setPicked(null);
    },
    onSettled: () => client.invalidateQueries({ queryKey: ['floor', job.jobId] }),
  });
  const measure = usePress({
    send: (stepId: string, key) =>
      answer(
        api.jobs[':id'].bench.measure.$post(
          { param: { id: job.jobId }, json: { stepId, revision: job.revision } },
          keyed(key),
        ),
      ),
    onSuccess: ({ value }, stepId) => {
      const measured = steps.find((s) => s.id === stepId);
      if (measured) record.mutate({ step: measured, value, found: null, method: 'meter' });
    },
  });
  if (!step)
    return (
      <p className="dim p-6">
        Nothing to test yet. Once a bank and its circuits are connected, the test plan is worked out here.
      </p>
    );

  const state = progress.states.get(step.id) ?? 'waiting';
  const electrician = me.data?.person?.role === 'electrician';
  const licensed = step.role === 'electrician';
  const inTurn = licensed ? electrician : state !== 'waiting';
  const settled = job.saveState === 'saved';
  const value = Number(typed.replace(',', '.'));
  const canType = typed.trim() !== '' && Number.isFinite(value);
  const busy = record.isPending || measure.isPending;
  const last = floor.bench.filter((r) => r.entityId === step.id).at(-1);
  const lastValue = typeof last?.data.value === 'number' ? last.data.value : null;
  const failed = record.error ?? measure.error;
  return (
    <div className="grid h-full grid-cols-[minmax(180px,232px)_minmax(0,1fr)_minmax(180px,228px)]">
      <ol className="relative overflow-auto border-r border-base-300 bg-base-100 p-3" aria-label="Test plan">
        {STAGES.map(([stage, title]) => {
          const own = steps.filter((s) => s.stage === stage);
          if (own.length === 0) return null;
          const done = own.filter((s) => progress.states.get(s.id) === 'passed').length;
          return (
            <li key={stage} className="mb-2">
              <h2 className="flex justify-between text-[17px]">
                {title}
                <span className="num dim text-xs">
                  {done}/{own.length}
                </span>
              </h2>
              <ol>
                {own.map((s) => {
                  const st = progress.states.get(s.id) ?? 'waiting';
                  return (
                    <li key={s.id} className="perforated">
                      <button
                        type="button"
                        className={`grid min-h-[34px] w-full grid-cols-[20px_1fr] items-center text-left text-[13px] leading-tight ${s.id === step.id ? 'bg-base-300' : ''} ${st === 'waiting' ? 'dim' : ''}`}
                        title={WORDS[st]}
                        onClick={() => setPicked(s.id)}
                      >
                        <span
                          aria-hidden
                          className={st === 'failed' ? 'text-error' : st === 'passed' ? 'text-success' : ''}
                        >
                          {MARK[st]}
                        </span>
                        <span>
                          {s.title}
                          <span className="sr-only">, {WORDS[st]}</span>
                        </span>
                      </button>
                    </li>
                  );
                })}
              </ol>
            </li>
          );
        })}
      </ol>
      <section className="relative flex flex-col overflow-auto p-5" aria-label="Current check">
        {progress.dcPassed && (
          <p className="mb-3 border-l-4 border-success p-2 text-lg">
            <b className="label-face">D.c. side passed:</b> {progress.passedCount} of {progress.dcCount} checks. Print
            the record at Ship.
          </p>
        )}
        <p className="dim">
          {STAGES.find(([s]) => s === step.stage)?.[1]} · {WORDS[state]}
        </p>
        <h1 className="text-3xl leading-tight">{step.title}</h1>
        <p className="mt-2 text-lg">{step.how}</p>
        <p className="mt-3 border-l-4 border-error p-2" style={{ background: 'var(--stop-wash)' }}>
          {step.caution}
        </p>
        {step.method === 'reading' && (
          <div className="mt-5">
            <LimitBand
              low={step.lowLimit}
              high={step.highLimit}
              expected={step.expected}
              unit={step.unit}
              reading={lastValue}
            />
            {step.limitFigure && (
              <p className="mt-1">
                Limit: <Askable address={step.limitFigure}>why this number</Askable>
              </p>
            )}
          </div>
        )}
        {failed && (
          <div className="mt-3">
            <Problems problems={problemsIn(failed)} />
          </div>
        )}
        <div className="mt-auto pt-5">
          {licensed && !electrician && (
            <p className="text-lg">
              Locked: the mains side is wired and tested by a licensed person. An electrician signs in to record it.
            </p>
          )}
          {!licensed && !inTurn && (
            <p className="text-lg">This waits: the test holds to its order, and an earlier check is open.</p>
          )}
          {inTurn && step.method === 'confirm' && (
            <div className="flex gap-3">
              <button
                type="button"
                className="btn btn-lg"
                style={{ height: 72 }}
                disabled={busy || !settled}
                onClick={() => record.mutate({ step, value: null, found: 'bad', method: 'eye' })}
              >
                Not good
              </button>
              <button
                type="button"
                className="btn btn-primary btn-lg flex-1 text-2xl"
                style={{ height: 72 }}
                disabled={busy || !settled}
                onClick={() => record.mutate({ step, value: null, found: 'good', method: 'eye' })}
              >
                Seen and good
              </button>
            </div>
          )}
          {inTurn && step.method === 'reading' && (
            <div className="grid gap-3">
              <button
                type="button"
                className="btn btn-primary btn-lg text-2xl"
                style={{ height: 72 }}
                disabled={busy || !settled}
                onClick={() => measure.mutate(step.id)}
              >
                {measure.isPending ? 'Reading the meter …' : 'Read from the meter'}
              </button>
              <form
                className="flex gap-3"
                onSubmit={(e) => {
                  e.preventDefault();
                  if (canType) record.mutate({ step, value, found: null, method: 'typed' });
                }}
              >
                <span className="input input-lg flex-1">
                  <input
                    className="num text-2xl"
                    inputMode="decimal"
                    aria-label={`Reading in ${step.unit}`}
                    placeholder="or type it"
                    value={typed}
                    onChange={(e) => setTyped(e.target.value)}
                  />
                  <span className="dim">{step.unit}</span>
                </span>
                <button type="submit" className="btn btn-lg" disabled={!canType || busy || !settled}>
                  Record
                </button>
                {step.measures === 'resistance' && (
                  <button
                    type="button"
                    className="btn btn-lg"
                    disabled={busy || !settled}
                    onClick={() => record.mutate({ step, value: 9.9e37, found: null, method: 'typed' })}
                  >
                    Reads open
                  </button>
                )}
              </form>
              {typed.trim() !== '' && !canType && (
                <p className="text-error">“{typed}” is not a number; accepted: a reading such as 12.8</p>
              )}
            </div>
          )}
        </div>
      </section>
      <section className="relative overflow-auto border-l border-base-300 bg-base-100 p-4" aria-label="Record">
        <p className="num text-lg">
          {progress.passedCount} of {progress.dcCount} passed
        </p>
        <progress
          className="progress progress-primary w-full"
          value={progress.passedCount}
          max={progress.dcCount}
          aria-label="Checks passed"
        />
        <h2 className="mt-3 text-lg">Readings of this check</h2>
        <History step={step} />
        <SimulatorPanel hidden={simulator.data?.hidden ?? false} meter={simulator.data?.meter ?? ''} />
      </section>
    </div>
  );
}
