import type { BenchStep } from '@ombrik/core/devices/benchStep';
import { problemsIn } from '../../app/api.ts';
import { useFloor } from '../../app/useFloor.ts';
import { useMe } from '../../app/useMe.ts';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { CheckActions } from './CheckActions.tsx';
import { LimitBand } from './LimitBand.tsx';
import { STAGES, STATE_WORDS } from './TestPlan.tsx';
import type { BenchHands } from './useBench.ts';

/** Between which limits the reading of a check has to lie, and where the last one lay. */
function Limits({ step }: { step: BenchStep }) {
  const { bench } = useFloor();
  const last = bench.filter((r) => r.entityId === step.id).at(-1);
  const reading = typeof last?.data.value === 'number' ? last.data.value : null;
  return (
    <div className="mt-5">
      <LimitBand
        low={step.lowLimit}
        high={step.highLimit}
        expected={step.expected}
        unit={step.unit}
        reading={reading}
      />
      {step.limitFigure && (
        <p className="mt-1">
          Limit: <Askable address={step.limitFigure}>why this number</Askable>
        </p>
      )}
    </div>
  );
}

/** The one check that is open: what to do, what may hurt, its limits, and the presses. */
export function CurrentCheck({ step, hands }: { step: BenchStep; hands: BenchHands }) {
  const { saveState } = useJob();
  const { progress } = useFloor();
  const electrician = useMe().data?.person?.role === 'electrician';
  const state = progress.states.get(step.id) ?? 'waiting';
  const failed = hands.record.error ?? hands.measure.error;
  const busy = hands.record.isPending || hands.measure.isPending;
  return (
    <section className="relative flex flex-col overflow-auto p-5" aria-label="Current check">
      {progress.dcPassed && (
        <p className="mb-3 border-l-4 border-success p-2 text-lg">
          <b className="label-face">D.c. side passed:</b> {progress.passedCount} of {progress.dcCount} checks. Print the
          record at Ship.
        </p>
      )}
      <p className="dim">
        {STAGES.find(([s]) => s === step.stage)?.[1]} · {STATE_WORDS[state]}
      </p>
      <h1 className="text-3xl leading-tight">{step.title}</h1>
      <p className="mt-2 text-lg">{step.how}</p>
      <p className="mt-3 border-l-4 border-error p-2" style={{ background: 'var(--stop-wash)' }}>
        {step.caution}
      </p>
      {step.method === 'reading' && <Limits step={step} />}
      {failed && (
        <div className="mt-3">
          <Problems problems={problemsIn(failed)} />
        </div>
      )}
      <div className="mt-auto pt-5">
        <CheckActions
          key={step.id}
          step={step}
          hands={hands}
          disabled={busy || saveState !== 'saved'}
          electrician={electrician}
          inTurn={step.role === 'electrician' ? electrician : state !== 'waiting'}
        />
      </div>
    </section>
  );
}
