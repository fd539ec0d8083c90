import type { Clash } from '@ombrik/core/document/difference/boardChanges';
import { changeWords } from '@ombrik/core/document/difference/changeWords';
import { useState } from 'react';
import { useJob } from '../session/useJob.ts';
import { Asks } from './Asks.tsx';

/** Somebody was quicker, and what waits does not simply go on top: the person says what counts. */
export function Conflict() {
  const job = useJob();
  if (job.saveState !== 'conflict') return null;
  if (job.clashes.length > 0) return <Clashes key={JSON.stringify(job.clashes)} clashes={job.clashes} />;
  return (
    <Asks>
      <span className="flex-1">
        Somebody changed this board while you worked. {job.pendingCount} of your changes are not saved yet; they are
        kept here.
      </span>
      <button type="button" className="btn btn-primary btn-sm" onClick={job.applyAgain}>
        Apply mine on top
      </button>
      <button type="button" className="btn btn-sm" onClick={job.dropMine}>
        Drop mine
      </button>
    </Asks>
  );
}

type Choice = 'mine' | 'theirs';

/** In each place both of you changed: both values, and whose counts. What clashes with nothing is kept in any case. */
function Clashes({ clashes }: { clashes: readonly Clash[] }) {
  const job = useJob();
  const [chosen, setChosen] = useState<readonly Choice[]>(() => clashes.map(() => 'theirs'));
  const choose = (n: number, choice: Choice) => setChosen(chosen.map((c, at) => (at === n ? choice : c)));
  return (
    <Asks>
      <div className="w-full">
        <p>
          Somebody changed this board while you worked, {clashes.length === 1 ? 'in one place' : 'in places'} where you
          did. Say whose counts there; everything else of both of you is kept.
        </p>
        <ul className="mt-1 max-h-56 overflow-auto">
          {clashes.map((clash, n) => (
            <Place
              key={`${clash.mine.in} ${clash.mine.id} ${clash.mine.field}`}
              clash={clash}
              choice={chosen[n]!}
              onChoose={(choice) => choose(n, choice)}
            />
          ))}
        </ul>
      </div>
      <button type="button" className="btn btn-primary btn-sm" onClick={() => job.settle(chosen)}>
        Take these
      </button>
      <button type="button" className="btn btn-sm" onClick={job.dropMine}>
        Drop all of mine
      </button>
    </Asks>
  );
}

function Place({ clash, choice, onChoose }: { clash: Clash; choice: Choice; onChoose: (choice: Choice) => void }) {
  const { board } = useJob();
  const [mine, theirs] = [changeWords(clash.mine, [board]), changeWords(clash.theirs, [board])];
  const sides = [
    ['theirs', 'Theirs', theirs.after],
    ['mine', 'Mine', mine.after],
  ] as const;
  return (
    <li>
      <fieldset className="flex flex-wrap items-center gap-x-4 gap-y-1 py-1">
        <legend className="label-face float-left mr-4">{mine.what}</legend>
        {sides.map(([of, title, value]) => (
          <label key={of} className="flex min-h-[28px] items-center gap-1.5">
            <input
              type="radio"
              className="radio radio-sm"
              name={`${clash.mine.in} ${clash.mine.id} ${clash.mine.field}`}
              checked={choice === of}
              onChange={() => onChoose(of)}
            />
            {title}: <span className="num">{value}</span>
          </label>
        ))}
      </fieldset>
    </li>
  );
}
