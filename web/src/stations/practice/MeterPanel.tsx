import { shownReading } from '@ombrik/core/document/workshop/quantity';
import { useState } from 'react';
import { PickField } from '../../ui/PickField.tsx';
import type { PracticeHands, PracticeRunView } from './usePracticeRun.ts';

const MODES = [
  ['voltage', 'Volts'],
  ['drop', 'Millivolts'],
  ['resistance', 'Ohms'],
  ['send', 'Ten amps through a lead'],
] as const;
type Mode = (typeof MODES)[number][0];

function Pick({
  label,
  value,
  choices,
  onPick,
}: {
  label: string;
  value: number;
  choices: readonly string[];
  onPick: (n: number) => void;
}) {
  return (
    <label className="grid min-w-0 flex-1 gap-0.5">
      <span className="label-face">{label}</span>
      <PickField
        label={label}
        hideLabel
        size="lg"
        className="w-full"
        value={value}
        options={choices.map((says, n) => [n, says] as const)}
        onPick={(picked) => onPick(picked)}
      />
    </label>
  );
}

/** The simulated meter: what it measures, where its tips are, and what it reads. */
export function MeterPanel({ run, hands }: { run: PracticeRunView; hands: PracticeHands }) {
  const [mode, setMode] = useState<Mode>('voltage');
  const [tips, setTips] = useState<[number, number]>([0, 1]);
  const [lead, setLead] = useState(0);
  const { points, leads } = run.sheet;
  const over = run.endedAt !== null;
  const read = () => {
    if (mode === 'send') hands.act.mutate({ do: 'send', connectionId: leads[lead]!.connectionId });
    else hands.act.mutate({ do: 'read', quantity: mode, plus: points[tips[0]]!.ref, minus: points[tips[1]]!.ref });
  };
  const last = run.acts.filter((a) => a.answer.value !== undefined).at(-1);
  const quantity = last?.act.do === 'read' ? last.act.quantity : 'drop';
  return (
    <div className="border border-base-300 bg-base-100 p-4">
      <p className="num text-right text-5xl" role="status" aria-label="The meter reads">
        {hands.act.isPending ? '…' : last ? shownReading(quantity, last.answer.value!) : '– – –'}
      </p>
      <div className="mt-2 flex flex-wrap gap-2" role="radiogroup" aria-label="What it measures">
        {MODES.map(([value, says]) => (
          <label key={value} className="flex min-h-[40px] items-center gap-2">
            <input
              type="radio"
              className="radio"
              name="mode"
              checked={mode === value}
              onChange={() => setMode(value)}
            />
            {says}
          </label>
        ))}
      </div>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        {mode === 'send' ? (
          <Pick label="Lead" value={lead} choices={leads.map((l) => l.says)} onPick={setLead} />
        ) : (
          <>
            <Pick
              label="Red tip on"
              value={tips[0]}
              choices={points.map((p) => p.says)}
              onPick={(n) => setTips([n, tips[1]])}
            />
            <Pick
              label="Black tip on"
              value={tips[1]}
              choices={points.map((p) => p.says)}
              onPick={(n) => setTips([tips[0], n])}
            />
          </>
        )}
        <button
          type="button"
          className="btn btn-primary btn-lg text-xl"
          disabled={over || hands.act.isPending}
          onClick={read}
        >
          Read
        </button>
      </div>
      {mode === 'send' && (
        <p className="dim mt-1 text-[13px]">
          The supply’s clips on both studs, the tips on the lug palms: millivolts at ten amps. One milliohm makes ten of
          them.
        </p>
      )}
    </div>
  );
}
