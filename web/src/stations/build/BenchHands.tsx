import { otherwiseAt } from '@ombrik/core/build/asBuilt';
import type { Said, StepStatus } from '@ombrik/core/build/buildState';
import { type MouseEvent, useMemo, useState } from 'react';
import { useJob } from '../../session/useJob.ts';
import { minutesTaken } from './buildWords.ts';
import { OtherwiseHands } from './OtherwiseHands.tsx';
import type { TorqueHands } from './useTorqueTool.ts';

interface HandsProps {
  status: StepStatus;
  value: number | null;
  watch: { seconds: number };
  torque: Pick<TorqueHands, 'tool' | 'stop'>;
  onGo: (by: 1 | -1) => void;
  onSay: (said: Said) => void;
}

const BIG = 'btn h-22 min-h-22 min-w-16 text-2xl!';
/** Usual troubles, one press each. */
const TROUBLES = ['part missing', 'part damaged', 'does not fit', 'drawing and board differ', 'tool missing'] as const;
const DONE_WORDS: Partial<Record<StepStatus['step']['kind'], string>> = {
  torque: 'Torqued and marked',
  lay: 'Laid',
  mount: 'Mounted',
  cut: 'Cut',
  drill: 'Drilled',
  clamp: 'Clamped and pulled',
  plug: 'Plugged and pulled',
  cover: 'Covered',
  strap: 'Strapped down',
  fusesOut: 'Bagged',
  look: 'Looked over',
};

/** The second press of a double one would hit what has come under the finger since: it counts for nothing. */
const once = (act: () => void) => (e: MouseEvent) => {
  if (e.detail <= 1) act();
};

/** Five targets for a gloved hand, the next one largest. */
export function BenchHands({ status, value, watch, torque, onGo, onSay }: HandsProps) {
  const [asks, setAsks] = useState<'problem' | 'undo' | 'otherwise' | null>(null);
  const { step, state, held, problems, waitsFor } = status;
  const { board, parts } = useJob();
  const otherwise = useMemo(() => otherwiseAt(board, parts, step), [board, parts, step]);
  const done = state === 'done';
  const say = (said: Said) => {
    setAsks(null);
    onSay(said);
  };
  if (asks === 'otherwise')
    return <OtherwiseHands choices={otherwise} board={board} parts={parts} onSay={say} onClose={() => setAsks(null)} />;
  if (asks)
    return (
      <Reasons
        title={asks === 'problem' ? 'What is the matter?' : 'Why is it taken back?'}
        usual={asks === 'problem' ? TROUBLES : ['by mistake', 'crooked', 'wrong part', 'has to be opened']}
        onSay={(text) => say(asks === 'problem' ? { kind: 'problem', text } : { kind: 'undone', reason: text })}
        onClose={() => setAsks(null)}
      />
    );
  return (
    <footer className="flex flex-wrap gap-3 border-t border-base-300 p-3">
      <button type="button" className={BIG} aria-label="Step before" onClick={once(() => onGo(-1))}>
        ←
      </button>
      {problems.length > 0 ? (
        <button type="button" className={BIG} onClick={once(() => say({ kind: 'solved', text: '' }))}>
          ▲ Solved
        </button>
      ) : (
        <button type="button" className={BIG} onClick={once(() => setAsks('problem'))}>
          ▲ Problem
        </button>
      )}
      {otherwise.length > 0 && (
        <button type="button" className={BIG} onClick={once(() => setAsks('otherwise'))}>
          ≠ Otherwise
        </button>
      )}
      <button type="button" className={BIG} disabled={state === 'open'} onClick={once(() => setAsks('undo'))}>
        ↶ Undo
      </button>
      <button
        type="button"
        className={BIG}
        disabled={done}
        onClick={once(() => say(held === null ? { kind: 'held', reason: '' } : { kind: 'goesOn' }))}
      >
        {held === null ? '❚❚ Hold' : '▶ Go on'}
      </button>
      {done ? (
        <button type="button" className={`${BIG} btn-primary flex-1`} onClick={once(() => onGo(1))}>
          Next →
        </button>
      ) : (
        <button
          type="button"
          className={`${BIG} btn-primary flex-1`}
          disabled={waitsFor.length > 0 || (step.kind === 'torque' && torque.stop !== null)}
          onClick={once(() =>
            say({
              kind: 'done',
              minutes: minutesTaken(watch.seconds, step.minutes),
              planned: step.minutes,
              value: step.kind === 'torque' ? value : null,
              toolId: step.kind === 'torque' ? (torque.tool?.id ?? null) : null,
            }),
          )}
        >
          {DONE_WORDS[step.kind] ?? 'Done'} →
        </button>
      )}
    </footer>
  );
}

/** A reason in one press, or in words. */
function Reasons({
  title,
  usual,
  onSay,
  onClose,
}: {
  title: string;
  usual: readonly string[];
  onSay: (text: string) => void;
  onClose: () => void;
}) {
  const [text, setText] = useState('');
  return (
    <footer className="flex flex-wrap items-center gap-3 border-t border-base-300 p-3">
      <p className="w-full text-2xl">{title}</p>
      {usual.map((u) => (
        <button key={u} type="button" className={BIG} onClick={once(() => onSay(u))}>
          {u}
        </button>
      ))}
      <input
        className="input h-22 min-w-48 flex-1 text-xl"
        aria-label={title}
        maxLength={300}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      <button
        type="button"
        className={`${BIG} btn-primary`}
        disabled={text.trim() === ''}
        onClick={once(() => onSay(text.trim()))}
      >
        Say so
      </button>
      <button type="button" className={BIG} onClick={once(onClose)}>
        Back
      </button>
    </footer>
  );
}
