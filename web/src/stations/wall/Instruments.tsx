import {
  INSTRUMENT_KIND_WORDS,
  type Instrument,
  type InstrumentKind,
  type Register,
  usualAccuracy,
} from '@ombrik/core/document/workshop/instrument';
import { QUANTITIES } from '@ombrik/core/document/workshop/quantity';
import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import { nanoid } from 'nanoid';
import { NumberField, TextField } from '../../ui/TextField.tsx';
import { ToolCheckFields } from './ToolCheckFields.tsx';
import { ToolHead } from './ToolHead.tsx';

const KINDS = Object.entries(INSTRUMENT_KIND_WORDS) as [InstrumentKind, string][];
const tidy = (x: number) => Number(x.toPrecision(9));

/** Where the usual battery keeps volts and amps, until its sheet is typed in. */
const REGISTERS: Register[] = [
  { quantity: 'voltage', address: 0, perUnit: 100, signed: false },
  { quantity: 'current', address: 1, perUnit: 10, signed: true },
];

interface Of {
  instrument: Instrument;
  disabled: boolean;
  onChange: (change: Partial<Instrument>) => void;
}

/** Measuring instruments of the shop: who they are, where they answer, how far they may be off. */
export function Instruments({
  workshop,
  disabled,
  onChange,
}: {
  workshop: Pick<Workshop, 'instruments' | 'meterToleranceV'>;
  disabled: boolean;
  onChange: (change: Partial<Workshop>) => void;
}) {
  const { instruments, meterToleranceV } = workshop;
  const set = (id: string, change: Partial<Instrument>) =>
    onChange({ instruments: instruments.map((i) => (i.id === id ? { ...i, ...change } : i)) });
  const kindOf = (kind: InstrumentKind): Partial<Instrument> => ({
    kind,
    accuracy: usualAccuracy(kind, meterToleranceV),
    registers: kind === 'batteryData' ? REGISTERS : [],
  });
  return (
    <section className="mt-4 border border-base-300 bg-base-100 p-4" aria-label="Measuring instruments">
      <h2 className="text-xl">Measuring instruments</h2>
      <p className="dim mb-2 text-[13px]">
        A reading is kept with the instrument’s serial number and check, and passes only where it lies inside its limits
        by more than the instrument may be off. One with an address is read over the network (SCPI; battery data over
        Modbus); without one its readings are typed. Without any, readings are typed and doubted as a plain meter’s are.
      </p>
      {instruments.map((instrument) => {
        const of = { instrument, disabled, onChange: (change: Partial<Instrument>) => set(instrument.id, change) };
        return (
          <fieldset key={instrument.id} className="perforated grid gap-2 py-2">
            <ToolHead
              name={instrument.name}
              asks={`What ${instrument.name} is`}
              kind={instrument.kind}
              kinds={KINDS}
              disabled={disabled}
              onName={(name) => of.onChange({ name })}
              onKind={(kind) => of.onChange(kindOf(kind))}
              onRemove={() => onChange({ instruments: instruments.filter((i) => i.id !== instrument.id) })}
            />
            <WhereFields {...of} />
            <AccuracyFields {...of} />
            {instrument.kind === 'batteryData' && <RegisterFields {...of} />}
            <ToolCheckFields tool={instrument} disabled={disabled} onChange={of.onChange} />
          </fieldset>
        );
      })}
      <button
        type="button"
        className="btn btn-sm mt-2"
        disabled={disabled || instruments.length >= 40}
        onClick={() =>
          onChange({
            instruments: [
              ...instruments,
              {
                id: `in_${nanoid(8)}`,
                name: 'Another meter',
                serial: '',
                host: '',
                port: null,
                checkedOn: null,
                everyDays: null,
                kind: 'multimeter',
                accuracy: usualAccuracy('multimeter', meterToleranceV),
                registers: [],
              },
            ],
          })
        }
      >
        Add an instrument
      </button>
    </section>
  );
}

const WhereFields = ({ instrument, disabled, onChange }: Of) => (
  <div className="flex flex-wrap gap-2">
    <TextField
      label={`Serial number of ${instrument.name}`}
      className="w-44"
      disabled={disabled}
      value={instrument.serial}
      max={40}
      onCommit={(serial) => onChange({ serial: serial.trim() })}
    />
    <TextField
      label={`Address of ${instrument.name}`}
      className="w-52"
      disabled={disabled}
      value={instrument.host}
      max={120}
      onCommit={(host) => onChange({ host: host.trim() })}
    />
    <NumberField
      label={`Port of ${instrument.name}`}
      className="w-32"
      disabled={disabled}
      value={instrument.port}
      min={1}
      max={65535}
      unit=""
      onCommit={(port) => onChange({ port: Math.round(port) })}
    />
  </div>
);

function AccuracyFields({ instrument, disabled, onChange }: Of) {
  const put = (n: number, change: object) =>
    onChange({ accuracy: instrument.accuracy.map((r, i) => (i === n ? { ...r, ...change } : r)) });
  return (
    <details>
      <summary className="cursor-pointer">May be off by, as its sheet says</summary>
      <div className="mt-1 grid gap-1">
        {instrument.accuracy.map((r, n) => {
          const { title, shown, perUnit } = QUANTITIES[r.quantity];
          const name = `${instrument.name}, ${title} up to ${tidy(r.upTo * perUnit)} ${shown}`;
          return (
            <div key={`${r.quantity}${r.upTo}`} className="flex flex-wrap items-center gap-2 text-[13px]">
              <span className="w-52">
                {title} up to {tidy(r.upTo * perUnit)} {shown}
              </span>
              <NumberField
                label={`${name}: share of the reading`}
                hideLabel
                className="w-28"
                disabled={disabled}
                value={tidy(r.share * 100)}
                min={0}
                max={100}
                unit="%"
                onCommit={(v) => put(n, { share: v / 100 })}
              />
              <span>and</span>
              <NumberField
                label={`${name}: fixed part`}
                hideLabel
                className="w-32"
                disabled={disabled}
                value={tidy(r.floor * perUnit)}
                min={0}
                max={1e9}
                unit={shown}
                onCommit={(v) => put(n, { floor: v / perUnit })}
              />
            </div>
          );
        })}
      </div>
    </details>
  );
}

function RegisterFields({ instrument, disabled, onChange }: Of) {
  const put = (n: number, change: Partial<Register>) =>
    onChange({ registers: instrument.registers.map((r, i) => (i === n ? { ...r, ...change } : r)) });
  return (
    <div className="grid gap-1">
      {instrument.registers.map((r, n) => {
        const { title } = QUANTITIES[r.quantity];
        return (
          <div key={r.quantity} className="flex flex-wrap items-center gap-2 text-[13px]">
            <span className="w-52">{title} in holding register</span>
            <NumberField
              label={`Register of ${title} of ${instrument.name}`}
              hideLabel
              className="w-28"
              disabled={disabled}
              value={r.address}
              min={0}
              max={65535}
              unit=""
              onCommit={(address) => put(n, { address: Math.round(address) })}
            />
            <span>in steps of 1/</span>
            <NumberField
              label={`Steps of ${title} of ${instrument.name}`}
              hideLabel
              className="w-28"
              disabled={disabled}
              value={r.perUnit}
              min={0.001}
              max={1e6}
              unit=""
              onCommit={(perUnit) => put(n, { perUnit })}
            />
          </div>
        );
      })}
    </div>
  );
}
