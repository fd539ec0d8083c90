import type { BenchStep } from '@ombrik/core/devices/benchStep';
import { OVERLOAD } from '@ombrik/core/stages/bench/simulate';
import { FormField } from '../../ui/form/FormField.tsx';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import type { BenchHands } from './useBench.ts';

/** Tall enough for a hand that holds a probe. */
const TALL = { height: 72 };
interface OneCheck {
  step: BenchStep;
  hands: BenchHands;
  disabled: boolean;
}

function SeenPresses({ step, hands, disabled }: OneCheck) {
  const say = (found: 'good' | 'bad') => hands.record.mutate({ step, value: null, found, method: 'eye' });
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

function ReadingPresses({ step, hands, disabled }: OneCheck) {
  const form = useFieldForm(
    {
      reading: {
        kind: 'number',
        label: `Reading in ${step.unit}`,
        hideLabel: true,
        min: -1e6,
        max: 1e6,
        unit: step.unit,
        placeholder: 'or type it',
      },
    } as const,
    { reading: '' },
  );
  const record = (value: number) => hands.record.mutate({ step, value, found: null, method: 'typed' });
  return (
    <div className="grid gap-3">
      <button
        type="button"
        className="btn btn-primary btn-lg text-2xl"
        style={TALL}
        disabled={disabled}
        onClick={() => hands.measure.mutate(step.id)}
      >
        {hands.measure.isPending ? 'Reading the meter …' : 'Read from the meter'}
      </button>
      <form
        className="large-field flex gap-3"
        noValidate
        onSubmit={form.submit(({ reading }) => {
          record(reading);
          form.reset();
        })}
      >
        <FormField of={form} name="reading" className="flex-1" />
        <button type="submit" className="btn btn-lg" disabled={disabled}>
          Record
        </button>
        {step.measures === 'resistance' && (
          <button type="button" className="btn btn-lg" disabled={disabled} onClick={() => record(OVERLOAD)}>
            Reads open
          </button>
        )}
      </form>
    </div>
  );
}

/** What the tester does at a check: look, read the meter, type a reading; or why it is not their turn. */
export function CheckActions({ electrician, inTurn, ...check }: OneCheck & { electrician: boolean; inTurn: boolean }) {
  const licensed = check.step.role === 'electrician';
  if (licensed && !electrician)
    return (
      <p className="text-lg">
        Locked: the mains side is wired and tested by a licensed person. An electrician signs in to record it.
      </p>
    );
  if (!inTurn) return <p className="text-lg">This waits: the test holds to its order, and an earlier check is open.</p>;
  return check.step.method === 'confirm' ? <SeenPresses {...check} /> : <ReadingPresses {...check} />;
}
