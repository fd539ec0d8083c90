import type { BenchStep } from '@ombrik/core/devices/benchStep';
import { halfWidth, type Instrument } from '@ombrik/core/document/workshop/instrument';
import { isOpenReading, QUANTITIES, type Quantity } from '@ombrik/core/document/workshop/quantity';
import { type Sample, settledAt } from '@ombrik/core/stages/bench/settle';
import type { InstrumentReading } from './instrumentReading.ts';
import { readRegister } from './modbusBattery.ts';
import { InstrumentError, ScpiSession } from './scpiSession.ts';

/** What of a step an instrument is asked. */
export type AskedOf = Pick<BenchStep, 'measures' | 'basis'>;

/** Between two readings of one that has not settled, and when waiting ends. */
const AGAIN_MS = 120;
const GIVE_UP_MS = 12_000;

interface Query {
  unit: string;
  query: string;
  before?: (session: ScpiSession) => void;
  /** From what is read to what the step measures. */
  times?: number;
}

const TEST_V = 250;

const measuredBy = (value: number, { times = 1 }: Query): number => (isOpenReading(value) ? value : value * times);

/** How an instrument of a kind is asked for what a step measures; null where it cannot tell. */
function queryOf({ kind }: Pick<Instrument, 'kind'>, { measures, basis }: AskedOf): Query | null {
  const sentA = basis?.kind === 'lead' ? basis.sentA : null;
  if (kind === 'milliohmmeter') {
    if (measures === 'drop' && sentA !== null) return { unit: 'OHM', query: 'MEAS:FRES?', times: sentA };
    return measures === 'resistance' ? { unit: 'OHM', query: 'MEAS:FRES?' } : null;
  }
  if (kind === 'insulationTester')
    return measures === 'insulation'
      ? { unit: 'OHM', query: 'MEAS:RES?', before: (s) => s.tell(`SOUR:VOLT ${TEST_V}`) }
      : null;
  if (kind === 'scale') return measures === 'mass' ? { unit: 'KG', query: 'MEAS:MASS?' } : null;
  if (kind === 'electronicLoad' || kind === 'supply') {
    if (measures === 'voltage') return { unit: 'V', query: 'MEAS:VOLT:DC?' };
    return measures === 'current' ? { unit: 'A', query: 'MEAS:CURR:DC?' } : null;
  }
  if (kind !== 'multimeter') return null;
  switch (measures) {
    case 'voltage':
    case 'drop':
      return { unit: 'V', query: 'MEAS:VOLT:DC?' };
    case 'resistance':
      return { unit: 'OHM', query: 'MEAS:RES?' };
    case 'current':
      return { unit: 'A', query: 'MEAS:CURR:DC?' };
    default:
      return null;
  }
}

/** Whether an instrument can tell what a step asks. */
export const canTell = (instrument: Instrument, asked: AskedOf): boolean =>
  instrument.kind === 'batteryData'
    ? instrument.registers.some((r) => r.quantity === asked.measures)
    : queryOf(instrument, asked) !== null;

/** @throws InstrumentError when nobody said where it is */
export function addressOf({ name, host, port }: Instrument): { host: string; port: number } {
  if (host === '' || port === null)
    throw new InstrumentError(`${name} has no address: type what it reads, or set it up under Workshop`);
  return { host, port };
}

async function inSession<T>(
  instrument: Instrument,
  asked: AskedOf,
  use: (session: ScpiSession, query: Query) => Promise<T>,
): Promise<T> {
  const { host, port } = addressOf(instrument);
  const query = queryOf(instrument, asked);
  if (!query) throw new InstrumentError(`${instrument.name} does not measure ${wordsOf(asked.measures)}`);
  const session = await ScpiSession.open(instrument.name, host, port);
  try {
    return await use(session, query);
  } finally {
    session.close();
  }
}

/**
 * Reads an instrument until its reading has settled.
 * @param onSample told of every single reading on the way
 * @throws InstrumentError when it cannot be reached, does not answer, answers something else, or never settles
 */
export async function readInstrument(
  instrument: Instrument,
  asked: AskedOf,
  onSample: (sample: Sample) => void = () => {},
): Promise<InstrumentReading> {
  if (instrument.kind === 'batteryData') return readBattery(instrument, asked.measures);
  return inSession(instrument, asked, async (session, query) => {
    const identity = await session.ask('*IDN?');
    query.before?.(session);
    const took = await untilSettled(
      () => session.number(query.query, query.unit),
      (value) => halfWidth(instrument.accuracy, asked.measures!, value * (query.times ?? 1)) ?? Math.abs(value) * 0.01,
      onSample,
      instrument.name,
    );
    return { value: measuredBy(took, query), raw: session.raw, identity };
  });
}

/**
 * Reads an instrument again and again, for the eye: nothing of it is kept.
 * @param signal ends it
 * @throws InstrumentError as `readInstrument`
 */
export async function watchInstrument(
  instrument: Instrument,
  asked: AskedOf,
  onSample: (sample: Sample) => Promise<void>,
  signal: AbortSignal,
): Promise<void> {
  const began = Date.now();
  if (instrument.kind === 'batteryData') {
    const { value } = await readBattery(instrument, asked.measures);
    return onSample({ atMs: Date.now() - began, value });
  }
  return inSession(instrument, asked, async (session, query) => {
    query.before?.(session);
    while (!signal.aborted) {
      const value = await session.number(query.query, query.unit);
      await onSample({ atMs: Date.now() - began, value: measuredBy(value, query) });
      await new Promise((go) => setTimeout(go, WATCH_MS));
    }
  });
}
const WATCH_MS = 250;

const wordsOf = (quantity: Quantity | null): string => (quantity ? QUANTITIES[quantity].title : 'what is seen by eye');

async function untilSettled(
  take: () => Promise<number>,
  width: (value: number) => number,
  onSample: (sample: Sample) => void,
  name: string,
): Promise<number> {
  const samples: Sample[] = [];
  const began = Date.now();
  while (Date.now() - began < GIVE_UP_MS) {
    const sample = { atMs: Date.now() - began, value: await take() };
    samples.push(sample);
    onSample(sample);
    const settled = settledAt(samples, width(sample.value));
    if (settled !== null) return settled;
    await new Promise((go) => setTimeout(go, AGAIN_MS));
  }
  const last = samples.slice(-4).map((s) => s.value.toPrecision(5));
  throw new InstrumentError(
    `${name} does not settle (${last.join(', ')}): a loose probe, or a load that comes and goes`,
  );
}

async function readBattery(instrument: Instrument, quantity: Quantity | null): Promise<InstrumentReading> {
  addressOf(instrument);
  const register = instrument.registers.find((r) => r.quantity === quantity);
  if (!register) throw new InstrumentError(`${instrument.name} has no register for ${wordsOf(quantity)}`);
  return readRegister(instrument, register);
}
