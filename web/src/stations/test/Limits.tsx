import type { BenchStep } from '@ombrik/core/devices/benchStep';
import { shownReading } from '@ombrik/core/document/workshop/quantity';
import { conditionsOf } from '@ombrik/core/stages/bench/benchProgress';
import { besideLimits } from '@ombrik/core/stages/bench/beside';
import { readingUncertainty } from '@ombrik/core/stages/bench/judge';
import { limitsAt } from '@ombrik/core/stages/bench/limitsAt';
import { useMemo } from 'react';
import { useFloor } from '../../app/useFloor.ts';
import { useJob } from '../../session/useJob.ts';
import { Askable } from '../../ui/Askable.tsx';
import { LimitBand } from './LimitBand.tsx';
import type { BenchSetupState } from './useBenchSetup.ts';

const LimitWhy = ({ step }: { step: BenchStep }) =>
  step.limitFigure && (
    <>
      Limit: <Askable address={step.limitFigure}>why this number</Askable>.{' '}
    </>
  );

/** A reading whose limits come with it: between which it had to lie, by what was read beside it; before that, by what it will be. */
function AsJudged({ step, last }: { step: BenchStep; last: ReturnType<typeof useFloor>['bench'][number] | null }) {
  const says = last?.says ?? besideLimits(step, [], null)?.says;
  return (
    <div className="mt-5">
      {last && (
        <LimitBand
          quantity={step.measures!}
          low={last.lowLimit}
          high={last.highLimit}
          expected={last.expected}
          reading={last.value}
          doubt={last.uncertainty ?? 0}
          verdict={last.verdict}
        />
      )}
      <p className="mt-1">
        <LimitWhy step={step} />
        <span className="dim">By {says}.</span>
      </p>
    </div>
  );
}

/** Between which limits the reading of a check has to lie as the bench is now, and where the last one lay. */
export function Limits({ step, setup }: { step: BenchStep; setup: BenchSetupState }) {
  const { bench, readings } = useFloor();
  const { workshop, dossier } = useJob();
  const { bankV } = conditionsOf(dossier.bench, readings, setup.ambientC);
  const limits = useMemo(
    () => limitsAt(step, { bankV, ambientC: setup.ambientC }, workshop),
    [step, bankV, setup.ambientC, workshop],
  );
  const last = bench.filter((r) => r.stepId === step.id && r.source.kind !== 'simulated').at(-1) ?? null;
  const quantity = step.measures!;
  if (step.alongside.length > 0) return <AsJudged step={step} last={last} />;
  const near = limits.highLimit ?? limits.lowLimit ?? 0;
  const doubt = readingUncertainty(step, near, setup.instrument, workshop);
  return (
    <div className="mt-5">
      <LimitBand
        quantity={quantity}
        low={limits.lowLimit}
        high={limits.highLimit}
        expected={limits.expected}
        reading={last?.value ?? null}
        doubt={doubt}
        verdict={last?.verdict ?? null}
      />
      <p className="mt-1">
        <LimitWhy step={step} />
        <span className="dim">
          {limits.says === 'as planned' ? '' : `By ${limits.says}. `}Read with{' '}
          {setup.instrument?.name ?? 'a plain hand meter'} to within {shownReading(quantity, doubt)}: nearer to a limit
          than that nobody can tell.
        </span>
      </p>
    </div>
  );
}
