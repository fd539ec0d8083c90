import type { StepStatus } from '@ombrik/core/build/buildState';
import { likelyFactor } from '@ombrik/core/build/learnedTimes';
import { mayChangePlaces } from '@ombrik/core/build/moved';
import { STEP_KIND_WORDS, STEP_KINDS, type StepKind } from '@ombrik/core/build/step';
import { useState } from 'react';
import { PickField } from '../../ui/PickField.tsx';
import { type DataColumn, DataTable } from '../../ui/table/DataTable.tsx';
import { BatchOf } from './BatchOf.tsx';
import { BuiltOtherwise } from './BuiltOtherwise.tsx';
import { firstOpen, STATE_SIGN, timeWords } from './buildWords.ts';
import { FloorWords } from './FloorWords.tsx';
import { FromPaper } from './FromPaper.tsx';
import { GoneSteps } from './GoneSteps.tsx';
import { LearnedTimes } from './LearnedTimes.tsx';
import { NoteToTake } from './NoteToTake.tsx';
import type { Build } from './useBuild.ts';

type Shown = 'all' | 'open' | 'again' | 'loose' | 'problems' | StepKind;

const fits = (shown: Shown, s: StepStatus): boolean => {
  if (shown === 'all') return true;
  if (shown === 'open') return s.state !== 'done';
  if (shown === 'again') return s.state === 'older' || s.state === 'unsound';
  if (shown === 'loose') return s.step.kind === 'torque' && s.state !== 'done';
  if (shown === 'problems') return s.problems.length > 0 || s.held !== null;
  return s.step.kind === shown;
};

/** Every step with where it stands, who did it, and what it waits for. */
export function StepList({ build, onBench }: { build: Build; onBench: (stepId: string) => void }) {
  const [shown, setShown] = useState<Shown>('all');
  const state = build.state!;
  const { released, revision, learned } = build.build!;
  const again = state.steps.filter((s) => s.state === 'older' || s.state === 'unsound').length;
  return (
    <div className="p-5">
      <ListHead build={build} shown={shown} onShown={setShown} onBench={onBench} />
      {!released && (
        <p className="dim mt-1">
          This is how revision {revision} would be built. Nothing is recorded before the board is released.
        </p>
      )}
      {again > 0 && (
        <p className="stripe-warn mt-2 p-2">
          {again} {again === 1 ? 'step was' : 'steps were'} done and {again === 1 ? 'is' : 'are'} to be done again: the
          design has changed there, or what {again === 1 ? 'it stands' : 'they stand'} on was taken back.
        </p>
      )}
      <BatchOf build={build} />
      <NoteToTake build={build} />
      <BuiltOtherwise build={build} />
      <GoneSteps build={build} />
      <FloorWords build={build} />
      <StepTable build={build} shown={shown} onBench={onBench} />
      {released && <FromPaper build={build} />}
      <LearnedTimes learned={learned} />
    </div>
  );
}

/** How far the build is, what is left of it, which steps are shown, and the way to the bench. */
function ListHead({
  build,
  shown,
  onShown,
  onBench,
}: {
  build: Build;
  shown: Shown;
  onShown: (shown: Shown) => void;
  onBench: (stepId: string) => void;
}) {
  const state = build.state!;
  const { released, learned } = build.build!;
  const likely = likelyFactor(learned);
  const left = state.steps.reduce(
    (sum, s) => sum + (s.state === 'done' ? 0 : s.step.minutes * likely(s.step.kind, s.step.minutes)),
    0,
  );
  const kinds = STEP_KINDS.filter((k) => state.steps.some((s) => s.step.kind === k));
  const loose = state.steps.filter((s) => fits('loose', s)).length;
  const next = firstOpen(state);
  return (
    <div className="flex flex-wrap items-baseline gap-x-4 gap-y-2">
      <h1 className="text-2xl">Build</h1>
      <span className="num">
        {state.doneCount} of {state.steps.length} steps
      </span>
      <span className="dim">{timeWords(left)} of work left</span>
      <span className="flex-1" />
      <PickField<Shown>
        label="Which steps"
        hideLabel
        className="w-auto"
        value={shown}
        options={[
          ['all', 'all steps'],
          ['open', 'what is open'],
          ['again', 'to be done again'],
          ['loose', `not yet torqued (${loose})`],
          ['problems', 'held or with a problem'],
          ...kinds.map((k) => [k, STEP_KIND_WORDS[k]] as const),
        ]}
        onPick={onShown}
      />
      <button
        type="button"
        className="btn btn-primary btn-sm"
        disabled={!released || !next}
        onClick={() => next && onBench(next.step.id)}
      >
        To the bench
      </button>
    </div>
  );
}

function StepTable({ build, shown, onBench }: { build: Build; shown: Shown; onBench: (stepId: string) => void }) {
  const { steps } = build.state!;
  const { released, learned } = build.build!;
  const likely = likelyFactor(learned);
  const numberOf = new Map(steps.map((s, i) => [s.step.id, i + 1]));
  const columns: DataColumn<StepStatus>[] = [
    { title: 'No.', right: true, className: 'num w-10 dim', cell: (s) => numberOf.get(s.step.id) },
    {
      title: '',
      className: 'w-8',
      cell: (s) => <span title={STATE_SIGN[s.state].words}>{STATE_SIGN[s.state].sign}</span>,
    },
    {
      title: 'Step',
      cell: (s) => (
        <>
          <button
            type="button"
            className="askable text-left font-semibold"
            disabled={!released}
            onClick={() => onBench(s.step.id)}
          >
            {s.step.title}
          </button>
          <div className="dim text-[13px]">{s.step.says}</div>
        </>
      ),
    },
    {
      title: '',
      className: 'w-16 whitespace-nowrap max-sm:hidden',
      headClass: 'max-sm:hidden',
      cell: (s) => released && s.state !== 'done' && <Moves build={build} stepId={s.step.id} />,
    },
    {
      title: 'Minutes',
      right: true,
      className: 'num',
      cell: (s) => (s.step.minutes * likely(s.step.kind, s.step.minutes)).toFixed(0),
    },
    {
      title: 'By',
      className: 'max-sm:hidden',
      headClass: 'max-sm:hidden',
      cell: (s) => (s.state === 'open' || !s.by ? '' : `${s.by.personName}, ${s.by.at.slice(11, 16)}`),
    },
    { title: 'Waits for', className: 'text-[13px] max-sm:hidden', headClass: 'max-sm:hidden', cell: waitsFor },
  ];
  return (
    <DataTable
      label="Steps of the build"
      columns={columns}
      rows={steps.filter((s) => fits(shown, s))}
      keyOf={(s) => s.step.id}
    />
  );
}

/** What stands in the way of a step: a problem, a hold, or what comes before it. */
function waitsFor(s: StepStatus): string {
  if (s.problems.length > 0) return s.problems.map((p) => p.text).join('; ');
  if (s.held !== null) return `held${s.held ? `: ${s.held}` : ''}`;
  return s.state === 'done' ? '' : waitText(s.waitsFor);
}

/** The first two things a step waits for, and how many more. */
const waitText = (all: readonly string[]): string =>
  all.length <= 2 ? all.join('; ') : `${all.slice(0, 2).join('; ')} and ${all.length - 2} more`;

/** A step sooner or later by one, where nothing forbids it. */
function Moves({ build, stepId }: { build: Build; stepId: string }) {
  const steps = build.state!.steps.map((s) => s.step);
  const at = steps.findIndex((s) => s.id === stepId);
  const step = steps[at]!;
  const places = [
    { sign: '↑', name: 'sooner', before: steps[at - 1]?.id, may: at > 0 && mayChangePlaces(steps[at - 1]!, step) },
    {
      sign: '↓',
      name: 'later',
      before: steps[at + 2]?.id ?? null,
      may: at + 1 < steps.length && mayChangePlaces(step, steps[at + 1]!),
    },
  ];
  return places.map(({ sign, name, before, may }) => (
    <button
      key={name}
      type="button"
      className="btn btn-ghost btn-xs min-w-6"
      aria-label={`${step.title}: ${name}`}
      disabled={!may}
      onClick={() => build.say(step, { kind: 'moved', before: before ?? null })}
    >
      {sign}
    </button>
  ));
}
