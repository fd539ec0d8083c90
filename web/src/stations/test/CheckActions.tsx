import type { BenchStep } from '@ombrik/core/devices/benchStep';
import { OVERLOAD, QUANTITIES, shownReading } from '@ombrik/core/document/workshop/quantity';
import { conditionsOf } from '@ombrik/core/stages/bench/benchProgress';
import { driveOf } from '@ombrik/core/stages/bench/drive';
import { useState } from 'react';
import { useFloor } from '../../app/useFloor.ts';
import { useJob } from '../../session/useJob.ts';
import { FormField } from '../../ui/form/FormField.tsx';
import type { Fields } from '../../ui/form/fields.ts';
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

const DRIVE_WORDS = {
  supply: {
    press: (amps: string, name: string) => `Send ${amps} by ${name} and read`,
    caution: 'The lead is off at both ends and stands alone: the clips of the supply on its lugs, then the press.',
  },
  electronicLoad: {
    press: (amps: string, name: string) => `Draw ${amps} by ${name} and read`,
    caution:
      'The load takes the place of the consumer: that one off, the clips of the load on its two terminals, covers of the rest closed, then the press. It is off again once the reading is taken.',
  },
};

/** Which pair of points the tips go on next, and the press that reads it, with a current driven where that is wanted. */
function InstrumentPress({ step, hands, setup, disabled }: OneCheck) {
  const { readings } = useFloor();
  const { dossier } = useJob();
  const [pair, setPair] = useState(0);
  const pairs = Math.max(1, step.probes.length);
  const { isPending } = hands.measure;
  const name = setup.instrument!.name;
  const drive = driveOf(step, conditionsOf(dossier.bench, readings, setup.ambientC));
  const driver = (drive && setup.drivers.find((d) => d.kind === drive.by)) ?? null;
  const read = (driverId: string | null) =>
    hands.measure.mutate(
      { step, pair, driverId },
      { onSuccess: ({ pairsLeft }) => setPair(pairsLeft > 0 ? (pair + 1) % pairs : 0) },
    );
  const ofPairs = pairs > 1 ? `, ${pair + 1} of ${pairs}` : '';
  return (
    <div className="grid gap-2">
      {!isPending && <LiveReading step={step} instrument={setup.instrument!} pair={pair} />}
      {driver && drive && (
        <>
          <p className="border-l-4 border-error p-2">{DRIVE_WORDS[drive.by].caution}</p>
          <button
            type="button"
            className="btn btn-primary btn-lg text-2xl"
            style={TALL}
            disabled={disabled}
            onClick={() => read(driver.id)}
          >
            {DRIVE_WORDS[drive.by].press(shownReading('current', drive.currentA), driver.name)}
            {ofPairs}
          </button>
        </>
      )}
      <button
        type="button"
        className={`btn btn-lg text-2xl ${driver ? '' : 'btn-primary'}`}
        style={TALL}
        disabled={disabled}
        onClick={() => read(null)}
      >
        {isPending ? `Reading ${name} until it settles …` : `Read ${name}${driver ? ' as it is' : ''}${ofPairs}`}
      </button>
    </div>
  );
}

/** What a display is asked to show, where its own figure is held against others. */
const SHOWN_WORDS: Partial<Record<NonNullable<BenchStep['basis']>['kind'], string>> = {
  product: 'Watts shown',
  display: 'Volts shown',
};

/** The fields of a check: what is read beside it, and its own reading, but where that is worked out from the others. */
function fieldsOf(step: BenchStep): Fields {
  const beside = step.alongside.map(({ quantity, where }, i): [string, Fields[string]] => {
    const { title, shown } = QUANTITIES[quantity];
    const label = step.basis?.kind === 'spread' ? where : `${title}, ${where}`;
    return [`beside${i}`, { kind: 'number', label, min: -1e6, max: 1e6, unit: shown }];
  });
  const { shown } = QUANTITIES[step.measures!];
  const reading: Fields[string] = {
    kind: 'number',
    label: (step.basis && SHOWN_WORDS[step.basis.kind]) ?? `Reading in ${shown}`,
    hideLabel: beside.length === 0,
    min: -1e9,
    max: 1e9,
    unit: shown,
    placeholder: 'reading',
  };
  return {
    ...Object.fromEntries(beside),
    ...(step.basis?.kind === 'spread' ? {} : { reading }),
    note: { kind: 'text', label: 'Note', hideLabel: true, max: 300, placeholder: 'note, if any' },
  };
}

function ReadingPresses(check: OneCheck) {
  const { step, hands, setup, disabled } = check;
  const { perUnit } = QUANTITIES[step.measures!];
  const fields = fieldsOf(step);
  const names = Object.keys(fields);
  // Many of a kind, with no reading of their own beside them: cells.
  const inRows = fields.reading ? [] : names.filter((name) => name !== 'note');
  const form = useFieldForm(fields, Object.fromEntries(names.map((name) => [name, ''])));
  const record = (value: number | null, note = '', alongside?: number[]) =>
    hands.record.mutate({ step, value, found: null, note, alongside });
  return (
    <div className="grid gap-3">
      {setup.instrument?.host && step.probes.length > 0 && <InstrumentPress {...check} />}
      <form
        className="large-field flex flex-wrap gap-3"
        noValidate
        onSubmit={form.submit((said) => {
          const alongside = step.alongside.map(
            ({ quantity }, i) => Number(said[`beside${i}`]) / QUANTITIES[quantity].perUnit,
          );
          const value = fields.reading ? Number(said.reading) / perUnit : null;
          record(value, String(said.note), alongside.length > 0 ? alongside : undefined);
          form.reset();
        })}
      >
        {inRows.length > 0 && (
          <div className="grid basis-full grid-cols-[repeat(auto-fill,minmax(6.5rem,1fr))] gap-2">
            {inRows.map((name) => (
              <FormField key={name} of={form} name={name} />
            ))}
          </div>
        )}
        {names
          .filter((name) => !inRows.includes(name))
          .map((name) => (
            <FormField key={name} of={form} name={name} className="min-w-40 flex-1" />
          ))}
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
