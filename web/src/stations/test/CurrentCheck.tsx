import { BENCH_STAGES, type BenchStep } from '@ombrik/core/devices/benchStep';
import { mayBeRead } from '@ombrik/core/stages/bench/benchProgress';
import { problemsIn } from '../../app/api.ts';
import { useFloor } from '../../app/useFloor.ts';
import { useIs } from '../../app/useMe.ts';
import { useJob } from '../../session/useJob.ts';
import { Problems } from '../../ui/Problems.tsx';
import { CheckActions } from './CheckActions.tsx';
import { Limits } from './Limits.tsx';
import { STATE_WORDS } from './TestPlan.tsx';
import type { BenchHands } from './useBench.ts';
import type { BenchSetupState } from './useBenchSetup.ts';

/** The one check that is open: what to do, what may hurt, its limits, and the presses. */
export function CurrentCheck({ step, hands, setup }: { step: BenchStep; hands: BenchHands; setup: BenchSetupState }) {
  const { saveState, dossier } = useJob();
  const { progress } = useFloor();
  const electrician = useIs('electrician');
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
        {BENCH_STAGES.find(([s]) => s === step.stage)?.[1]} · {STATE_WORDS[state]}
      </p>
      <h1 className="text-3xl leading-tight">{step.title}</h1>
      <p className="mt-2 text-lg">{step.how}</p>
      <p className="mt-3 border-l-4 border-error p-2" style={{ background: 'var(--stop-wash)' }}>
        {step.caution}
      </p>
      {step.method === 'reading' && <Limits step={step} setup={setup} />}
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
          setup={setup}
          disabled={busy || saveState !== 'saved'}
          electrician={electrician}
          inTurn={step.role === 'electrician' ? electrician : mayBeRead(dossier.bench, progress, step)}
        />
      </div>
    </section>
  );
}
