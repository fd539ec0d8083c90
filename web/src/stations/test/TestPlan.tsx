import { BENCH_STAGES, type BenchStep } from '@ombrik/core/devices/benchStep';
import type { BenchProgress } from '@ombrik/core/stages/bench/benchProgress';
import { KeyRound } from 'lucide-react';
import { memo, useEffect, useRef } from 'react';
import { firstRows, useIsPainted } from '../../ui/Later.tsx';

/** A step of the plan, px. */
const ROW_PX = 35;
const MARK = {
  passed: '●',
  failed: '✕',
  unsure: '?',
  older: '◌',
  open: '◐',
  waiting: '○',
  locked: <KeyRound size={12} />,
} as const;
export const STATE_WORDS = {
  passed: 'passed',
  failed: 'failed, test again',
  unsure: 'nobody can tell by this reading: measure better',
  older: 'measured on an older spec',
  open: 'next',
  waiting: 'waits for the steps before it',
  locked: 'for a licensed person',
} as const;
type States = BenchProgress['states'];

const PlanStep = memo(function PlanStep({
  step,
  state,
  current,
  pick,
}: {
  step: BenchStep;
  state: NonNullable<ReturnType<States['get']>>;
  current: boolean;
  pick: (id: string) => void;
}) {
  const colour =
    state === 'failed' ? 'text-error' : state === 'unsure' ? 'text-warning' : state === 'passed' ? 'text-success' : '';
  return (
    <li className="perforated">
      <button
        type="button"
        className={`grid min-h-[34px] w-full grid-cols-[20px_1fr] items-center text-left text-[13px] leading-tight ${current ? 'bg-base-300' : ''} ${state === 'waiting' ? 'dim' : ''}`}
        title={STATE_WORDS[state]}
        aria-current={current ? 'step' : undefined}
        onClick={() => pick(step.id)}
      >
        <span aria-hidden className={colour}>
          {MARK[state]}
        </span>
        <span>
          {step.title}
          <span className="sr-only">, {STATE_WORDS[state]}</span>
        </span>
      </button>
    </li>
  );
});

/** The check one is at stands in sight where the list scrolls by itself; the page is left as it is. */
function bringIntoSight(list: HTMLOListElement | null) {
  const row = list?.querySelector('[aria-current="step"]');
  if (!list || !row || list.scrollHeight <= list.clientHeight) return;
  const [of, box] = [row.getBoundingClientRect(), list.getBoundingClientRect()];
  if (of.top < box.top || of.bottom > box.bottom) list.scrollTop += of.top - box.top - list.clientHeight / 3;
}

/** The ladder of checks, stage by stage, with how far each is. */
export function TestPlan({
  steps,
  states,
  currentId,
  pick,
}: {
  steps: readonly BenchStep[];
  states: States;
  currentId: string;
  pick: (id: string) => void;
}) {
  const painted = useIsPainted();
  const first = firstRows(ROW_PX);
  let drawn = 0;
  const list = useRef<HTMLOListElement>(null);
  // When another check comes, and once the rest of the rows is drawn.
  useEffect(() => bringIntoSight(list.current), [currentId, painted]);
  return (
    <ol
      ref={list}
      className="relative overflow-auto border-base-300 bg-base-100 p-3 max-lg:order-last max-lg:border-t lg:border-r"
      aria-label="Test plan"
    >
      {BENCH_STAGES.map(([stage, title]) => {
        const own = steps.filter((s) => s.stage === stage);
        if (own.length === 0 || (!painted && drawn >= first)) return null;
        const seen = painted ? own : own.slice(0, first - drawn);
        drawn += seen.length;
        const done = own.filter((s) => states.get(s.id) === 'passed').length;
        return (
          <li key={stage} className="mb-2">
            <h2 className="flex justify-between text-[17px]">
              {title}
              <span className="num dim text-xs">
                {done}/{own.length}
              </span>
            </h2>
            <ol>
              {seen.map((s) => (
                <PlanStep
                  key={s.id}
                  step={s}
                  state={states.get(s.id) ?? 'waiting'}
                  current={s.id === currentId}
                  pick={pick}
                />
              ))}
            </ol>
          </li>
        );
      })}
    </ol>
  );
}
