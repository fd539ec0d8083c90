import { INSTRUMENT_KIND_WORDS, type InstrumentKind } from '@ombrik/core/document/workshop/instrument';
import { overdue } from '@ombrik/core/document/workshop/toolCheck';
import { format } from 'date-fns';
import { Link } from 'react-router';
import { useJob } from '../../session/useJob.ts';
import { NumberField } from '../../ui/TextField.tsx';
import type { BenchSetupState } from './useBenchSetup.ts';

/** The room and the meter in the hand: limits follow the one, the doubt of a reading the other. */
export function BenchSetup({ setup }: { setup: BenchSetupState }) {
  const { workshop } = useJob();
  const today = format(new Date(), 'yyyy-MM-dd');
  const { instrument } = setup;
  return (
    <div className="perforated mt-5 grid gap-2 pt-3">
      <h2 className="text-lg">At this bench</h2>
      <NumberField
        label="Air of the room"
        value={setup.ambientC}
        min={-40}
        max={70}
        unit="°C"
        onCommit={setup.setAmbient}
      />
      <label className="grid gap-0.5">
        <span className="label-face">Meter in the hand</span>
        <select
          className="select w-full"
          value={instrument?.id ?? ''}
          onChange={(e) => setup.setInstrument(e.target.value || null)}
        >
          <option value="">Plain hand meter</option>
          {workshop.instruments.map((i) => (
            <option key={i.id} value={i.id} disabled={overdue(i, today) !== null}>
              {i.name}, no. {i.serial || '–'}
              {overdue(i, today) ? ': due for its check' : ''}
            </option>
          ))}
        </select>
      </label>
      <p className="dim text-xs">
        {instrument
          ? instrument.host
            ? `Answers at ${instrument.host}:${instrument.port}: it is read by a press.`
            : 'Has no address: its readings are typed.'
          : 'Readings are typed, and doubted as a plain meter’s are.'}
      </p>
      <Drivers setup={setup} />
      <p className="text-xs">
        To learn with a simulated meter and hidden faults:{' '}
        <Link className="link" to="/practice">
          Practice
        </Link>
        . Nothing read there counts here.
      </p>
    </div>
  );
}

/** Supplies and loads that answer on the network: each driven by the program only where somebody says so. */
function Drivers({ setup }: { setup: BenchSetupState }) {
  const { workshop } = useJob();
  const today = format(new Date(), 'yyyy-MM-dd');
  const able = workshop.instruments.filter((i) => DRIVEN.includes(i.kind) && i.host !== '');
  if (able.length === 0) return null;
  return (
    <fieldset className="grid gap-1">
      <legend className="label-face">Driven by the program</legend>
      {able.map((i) => (
        <label key={i.id} className="flex items-center gap-2">
          <input
            type="checkbox"
            className="checkbox"
            disabled={overdue(i, today) !== null}
            checked={setup.drivers.some((d) => d.id === i.id)}
            onChange={(e) => setup.setDriver(i.id, e.target.checked)}
          />
          {i.name}, {INSTRUMENT_KIND_WORDS[i.kind]}
          {overdue(i, today) ? ': due for its check' : ''}
        </label>
      ))}
    </fieldset>
  );
}
const DRIVEN: readonly InstrumentKind[] = ['supply', 'electronicLoad'];
