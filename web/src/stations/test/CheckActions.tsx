import type { BenchStep } from '@ombrik/core/devices/benchStep';
import { OVERLOAD, QUANTITIES } from '@ombrik/core/document/workshop/quantity';
import { useState } from 'react';
import { FormField } from '../../ui/form/FormField.tsx';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import { LiveReading } from './LiveReading.tsx';
import { SettingsForm } from './SettingsForm.tsx';
import type { BenchHands } from './useBench.ts';
import type { BenchSetupState } from './useBenchSetup.ts';

/** Tall enough for a hand that holds a probe. */
const TALL = { height: 72 };
export interface OneCheck {
  step: BenchStep;
  hands: BenchHands;
  setup: BenchSetupState;
  disabled: boolean;
}

function SeenPresses({ step, hands, disabled }: OneCheck) {
  const say = (found: 'good' | 'bad') => hands.record.mutate({ step, value: null, found });
  return (
    <div className="flex gap-3">
      <button type="button" className="btn btn-lg" style={TALL} disabled={disabled} onClick={() => say('bad')}>
        Not good
      </button>
      <button
        type="button"
        className="btn btn-primary btn-lg flex-1 text-2xl"
        style={TALL}
        disabled={disabled}
        onClick={() => say('good')}
      >
        Seen and good
      </button>
    </div>
  );
}

/** Which pair of points the tips go on next, and the press that reads it. */
function InstrumentPress({ step, hands, setup, disabled }: OneCheck) {
  const [pair, setPair] = useState(0);
  const pairs = Math.max(1, step.probes.length);
  const { isPending } = hands.measure;
  const name = setup.instrument!.name;
  const read = () =>
    hands.measure.mutate(
      { step, pair },
      { onSuccess: ({ pairsLeft }) => setPair(pairsLeft > 0 ? (pair + 1) % pairs : 0) },
    );
  return (
    <div className="grid gap-2">
      {!isPending && <LiveReading step={step} instrument={setup.instrument!} pair={pair} />}
      <button type="button" className="btn btn-primary btn-lg text-2xl" style={TALL} disabled={disabled} onClick={read}>
        {isPending
          ? `Reading ${name} until it settles …`
          : pairs > 1
            ? `Read ${name}, ${pair + 1} of ${pairs}`
            : `Read ${name}`}
      </button>
    </div>
  );
}

function ReadingPresses(check: OneCheck) {
  const { step, hands, setup, disabled } = check;
  const { shown, perUnit } = QUANTITIES[step.measures!];
  const form = useFieldForm(
    {
      reading: {
        kind: 'number',
        label: `Reading in ${shown}`,
        hideLabel: true,
        min: -1e9,
        max: 1e9,
        unit: shown,
        placeholder: 'reading',
      },
      note: { kind: 'text', label: 'Note', hideLabel: true, max: 300, placeholder: 'note, if any' },
    } as const,
    { reading: '', note: '' },
  );
  const record = (value: number, note = '') => hands.record.mutate({ step, value, found: null, note });
  return (
    <div className="grid gap-3">
      {setup.instrument?.host && step.probes.length > 0 && <InstrumentPress {...check} />}
      <form
        className="large-field flex flex-wrap gap-3"
        noValidate
        onSubmit={form.submit(({ reading, note }) => {
          record(reading / perUnit, note);
          form.reset();
        })}
      >
        <FormField of={form} name="reading" className="min-w-40 flex-1" />
        <FormField of={form} name="note" className="min-w-40 flex-1" />
        <button type="submit" className="btn btn-lg" style={TALL} disabled={disabled}>
          Record
        </button>
        {(step.measures === 'resistance' || step.measures === 'insulation') && (
          <button
            type="button"
            className="btn btn-lg"
            style={TALL}
            disabled={disabled}
            onClick={() => record(OVERLOAD)}
          >
            Reads open
          </button>
        )}
      </form>
    </div>
  );
}

/** What the tester does at a check: look, read or type, set; or why it is not their turn. */
export function CheckActions({ electrician, inTurn, ...check }: OneCheck & { electrician: boolean; inTurn: boolean }) {
  const licensed = check.step.role === 'electrician';
  if (licensed && !electrician)
    return (
      <p className="text-lg">
        Locked: the mains side is wired and tested by a licensed person. An electrician signs in to record it.
      </p>
    );
  if (!inTurn) return <p className="text-lg">This waits: the test holds to its order, and an earlier check is open.</p>;
  if (check.step.method === 'settings') return <SettingsForm {...check} />;
  return check.step.method === 'confirm' ? <SeenPresses {...check} /> : <ReadingPresses {...check} />;
}
