import { type Instrument, isSimulated } from '@ombrik/core/document/workshop/instrument';
import { DRIVEN_WITHIN, type Drive, SENDING_LIMIT_V } from '@ombrik/core/stages/bench/drive';
import { addressOf } from './readInstrument.ts';
import { InstrumentError, ScpiSession } from './scpiSession.ts';

/** What it did meanwhile. */
export interface Driven {
  /** As it says itself, A. */
  currentA: number;
  raw: string[];
  identity: string;
}

const SETTLES_MS = 5000;
const AGAIN_MS = 100;

/** Words of the two kinds: a load has an input, a supply an output and a limit to its volts. */
const LINES = {
  electronicLoad: { state: 'INP', limits: [] as string[] },
  supply: { state: 'OUTP', limits: [`SOUR:VOLT ${SENDING_LIMIT_V}`] },
};

/**
 * Sends or draws a current for as long as something is read, and never longer: off whatever happens, and said aloud where
 * it cannot be switched off. Source: SCPI 1999, volume 2 (SOURce, OUTPut, INPut; from memory).
 * @param mayBe told what it says it is before it is switched on; throws where it may not be used
 * @throws InstrumentError when it cannot be reached, does not obey, or does not come to the current asked
 */
export async function whileDriven<T>(
  driver: Instrument,
  drive: Drive,
  mayBe: (identity: string) => void,
  read: () => Promise<T>,
): Promise<{ read: T; driven: Driven }> {
  if (driver.kind !== drive.by)
    throw new InstrumentError(`${driver.name} is no ${drive.by === 'supply' ? 'supply' : 'electronic load'}`);
  const { host, port } = addressOf(driver);
  const { state, limits } = LINES[drive.by];
  const session = await ScpiSession.open(driver.name, host, port);
  try {
    const identity = await session.ask('*IDN?');
    mayBe(identity);
    session.tell('*CLS');
    session.tell(`${state} OFF`);
    for (const line of limits) session.tell(line);
    session.tell(`SOUR:CURR ${drive.currentA.toFixed(3)}`);
    const error = await session.ask('SYST:ERR?');
    if (!/^\+?0\b/.test(error)) throw new InstrumentError(`${driver.name} does not obey (${error}): set it by hand`);
    const said = await switchedOn(session, state, async () => {
      const currentA = await settledCurrent(session, driver.name, drive.currentA);
      return { read: await read(), currentA };
    });
    return { read: said.read, driven: { currentA: said.currentA, raw: session.raw, identity } };
  } finally {
    session.close();
  }
}

/** On, and off again: what was asked for is gone before anybody touches anything. */
async function switchedOn<T>(session: ScpiSession, state: string, act: () => Promise<T>): Promise<T> {
  let failed: unknown = null;
  let done: T | undefined;
  session.tell(`${state} ON`);
  try {
    done = await act();
  } catch (error) {
    failed = error;
  }
  session.tell(`${state} OFF`);
  const off = await session.ask(`${state}?`).catch((e: unknown) => (e instanceof Error ? e.message : String(e)));
  if (!/^\+?0(\.0*)?(E[+-]?\d+)?$|^OFF$/i.test(off))
    throw new InstrumentError(
      `it could not be switched off by the program ("${off}"): switch it off by hand before anything is touched`,
    );
  if (failed) throw failed;
  return done as T;
}

async function settledCurrent(session: ScpiSession, name: string, askedA: number): Promise<number> {
  const began = Date.now();
  let currentA = 0;
  while (Date.now() - began < SETTLES_MS) {
    currentA = await session.number('MEAS:CURR:DC?', 'A');
    if (Math.abs(currentA - askedA) <= DRIVEN_WITHIN * askedA) return currentA;
    await new Promise((go) => setTimeout(go, AGAIN_MS));
  }
  throw new InstrumentError(
    `${name} comes to ${currentA.toFixed(2)} A of the ${askedA.toFixed(2)} A asked: a clip that is off, a limit of its own, or a line that does not carry it`,
  );
}

/** One that says it is simulated proves nothing of a real board. */
export const realOnly =
  (name: string, refuse: (words: string) => never) =>
  (identity: string): void => {
    if (isSimulated(identity))
      refuse(
        `${name} says it is ${identity}: a simulated instrument proves nothing of a real board. It reads practice boards.`,
      );
  };
