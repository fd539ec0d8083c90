import { useEffect, useState } from 'react';
import { useUnit } from '../../app/useUnit.ts';
import { useJob } from '../../session/useJob.ts';
import { UnitPick } from '../../ui/UnitPick.tsx';
import { BenchFigure } from './BenchFigure.tsx';
import { BenchHands } from './BenchHands.tsx';
import { firstOpen } from './buildWords.ts';
import { FloorWords } from './FloorWords.tsx';
import { NoteToTake } from './NoteToTake.tsx';
import { StepPhotos } from './StepPhotos.tsx';
import { StepPicture } from './StepPicture.tsx';
import { StepSerials } from './StepSerials.tsx';
import { useBatchWay } from './useBatchWay.ts';
import type { Build } from './useBuild.ts';
import { usePhotos } from './usePhotos.ts';
import { useStopwatch } from './useStopwatch.ts';
import { useTorqueTool } from './useTorqueTool.ts';

interface BenchProps {
  build: Build;
  stepId: string;
  onStep: (stepId: string) => void;
  onClose: () => void;
}

/** One step at arm's length: nothing scrolls, nothing is a form. */
export function BenchMode({ build, stepId, onStep, onClose }: BenchProps) {
  const { board } = useJob();
  const { unit, quantity, take } = useUnit();
  const [way] = useBatchWay();
  const state = build.state!;
  const at = state.steps.findIndex((s) => s.step.id === stepId);
  const status = state.steps[at] ?? firstOpen(state) ?? state.steps[0]!;
  const { step } = status;
  const watch = useStopwatch(step.id, status.held !== null);
  const torque = useTorqueTool();
  const photos = usePhotos(build);
  const [value, setValue] = useState<number | null>(step.figure?.value ?? null);
  useEffect(() => setValue(step.figure?.value ?? null), [step.id]);
  const go = (by: 1 | -1) => {
    const other = state.steps[at + by];
    if (other) onStep(other.step.id);
  };
  /** The same step on the next board, or the next step; board by board the next step of this one. */
  const next = () => {
    if (way === 'boardByBoard' || quantity === 1) go(1);
    else if (unit < quantity) take(unit + 1);
    else {
      take(1);
      go(1);
    }
  };
  return (
    <section
      aria-label="At the bench"
      data-theme="bench"
      className="fixed inset-0 z-40 grid grid-rows-[auto_minmax(0,1fr)_auto] bg-base-100 text-base-content"
    >
      <header className="flex items-center gap-4 border-b border-base-300 px-5 py-2">
        <h1 className="truncate text-2xl">{board.brief.jobName}</h1>
        <progress
          className="progress progress-success flex-1"
          value={state.doneCount}
          max={state.steps.length}
          aria-label="Steps done"
        />
        <span className="num whitespace-nowrap text-lg">
          step {at + 1} of {state.steps.length}
        </span>
        <UnitPick large />
        <FloorWords build={build} />
        <button type="button" className="btn btn-lg min-h-16 min-w-16" onClick={onClose}>
          List
        </button>
      </header>
      <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_minmax(240px,32%)] portrait:grid-cols-1 portrait:grid-rows-[minmax(0,1fr)_auto]">
        <div className="flex min-h-0 flex-col gap-2 p-4">
          <div className="flex items-start justify-between gap-3">
            <h2 className="text-4xl">{step.title}</h2>
            <StepPhotos key={step.id} status={status} photos={photos} />
          </div>
          <p className="dim text-lg">{step.says}</p>
          <StepSerials
            key={`${step.id} ${unit}`}
            step={step}
            steps={build.build!.plan.steps}
            serials={state.serials}
            onSay={(said) => build.say(step, said)}
          />
          <div className="min-h-0 flex-1">
            <StepPicture build={build.build!} step={step} />
          </div>
          {step.caution && (
            <p className="border-l-4 border-error bg-base-200 p-2 text-lg" role="note">
              {step.caution}
            </p>
          )}
          <NoteToTake build={build} />
          {status.otherwise.map((o) => (
            <p key={o.key} className="border-l-4 border-info bg-base-200 p-2 text-lg">
              ≠ {o.words}{' '}
              <span className="dim">
                (
                {o.answer === null
                  ? 'with the designer'
                  : o.answer.taken
                    ? 'drawn so now'
                    : `left as drawn: ${o.answer.reason}`}
                )
              </span>
            </p>
          ))}
          {status.problems.map((p) => (
            <p key={p.key} className="border-l-4 border-warning bg-base-200 p-2 text-lg">
              ▲ {p.text} <span className="dim">({p.personName})</span>
            </p>
          ))}
        </div>
        <BenchFigure
          status={status}
          seconds={watch.seconds}
          value={value}
          onValue={setValue}
          hands={torque}
          bins={build.build!.bins}
        />
      </div>
      <BenchHands
        status={status}
        value={value}
        watch={watch}
        torque={torque}
        onGo={go}
        onSay={(said) => {
          build.say(step, said);
          if (said.kind === 'done') next();
        }}
      />
    </section>
  );
}
