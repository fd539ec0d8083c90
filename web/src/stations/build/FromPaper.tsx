import { numbersIn } from '@ombrik/core/build/fromPaper';
import { useState } from 'react';
import type { Build } from './useBuild.ts';

/** What was ticked on the printed traveller, entered by its numbers in one go. */
export function FromPaper({ build }: { build: Build }) {
  const steps = build.state!.steps;
  const [text, setText] = useState('');
  const [entered, setEntered] = useState<number | null>(null);
  const { numbers, wrong } = numbersIn(text, steps.length);
  const open = numbers.filter((n) => steps[n - 1]!.state !== 'done');
  const enter = () => {
    for (const n of open)
      build.say(steps[n - 1]!.step, { kind: 'done', minutes: null, planned: null, value: null, toolId: null });
    setEntered(open.length);
    setText('');
  };
  return (
    <details className="mt-3 border border-base-300 p-2">
      <summary className="label-face cursor-pointer">Enter what was ticked on paper</summary>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <input
          className="input input-sm w-80"
          aria-label="Numbers ticked on the traveller"
          placeholder="1-14, 16, 18"
          value={text}
          onChange={(e) => {
            setText(e.target.value);
            setEntered(null);
          }}
        />
        <button
          type="button"
          className="btn btn-primary btn-sm"
          disabled={open.length === 0 || wrong.length > 0}
          onClick={enter}
        >
          {open.length} {open.length === 1 ? 'step is' : 'steps are'} done
        </button>
        {wrong.length > 0 && (
          <span className="text-error">
            “{wrong.join(', ')}” is no number of a step; accepted: 1 to {steps.length}, and ranges such as 3-9
          </span>
        )}
        {numbers.length > open.length && <span className="dim">{numbers.length - open.length} are done already</span>}
        {entered !== null && <span role="status">{entered} entered.</span>}
      </div>
    </details>
  );
}
