import type { BenchStep } from '@ombrik/core/devices/benchStep';
import { type Instrument, type ReadingSource, readBy } from '@ombrik/core/document/workshop/instrument';
import { isOpenReading, QUANTITIES } from '@ombrik/core/document/workshop/quantity';
import { overdue } from '@ombrik/core/document/workshop/toolCheck';
import type { Verdict } from '@ombrik/core/solvers/uncertainty/decide';
import { benchProgress, conditionsOf, mayBeRead } from '@ombrik/core/stages/bench/benchProgress';
import { besideReading } from '@ombrik/core/stages/bench/beside';
import { driveOf } from '@ombrik/core/stages/bench/drive';
import { judge } from '@ombrik/core/stages/bench/judge';
import type { BenchConditions } from '@ombrik/core/stages/bench/limitsAt';
import type { Knex } from 'knex';
import { requireFile } from '../boards/jobFile.ts';
import { type JobFile, sheetWork } from '../boards/sheet.ts';
import { reopenedOf } from '../build/buildService.ts';
import { type Driven, realOnly, whileDriven } from '../instruments/driveInstrument.ts';
import type { InstrumentReading } from '../instruments/instrumentReading.ts';
import { canTell, readInstrument } from '../instruments/readInstrument.ts';
import { InstrumentError } from '../instruments/scpiSession.ts';
import type { Person } from '../people/people.ts';
import { refuse } from '../refusal.ts';
import { longWork } from '../work/pools.ts';
import type { TestDiagnosis } from '../work/tasks.ts';
import { addReading, asBenchRecords, type BenchReading, listReadings, type SettingKept } from './readings.ts';

/** Where at the bench somebody stands. */
export interface AtStep {
  stepId: string;
  revision: number;
  /** Which of several boards of the same. */
  unit: number;
  /** The air of the room; null where nobody said. */
  ambientC: number | null;
  note: string;
}
export interface Told extends AtStep {
  value: number | null;
  /** What was read in the same moment, in the step's order; null where it asks for nothing. */
  alongside: number[] | null;
  found: 'good' | 'bad' | null;
  settings: SettingKept[] | null;
  /** The meter in the hand; null for a plain one. */
  instrumentId: string | null;
}

/** What a recorded reading comes to. */
export interface Outcome {
  verdict: Verdict;
  value: number | null;
}

interface Standing {
  file: JobFile;
  step: BenchStep;
  conditions: BenchConditions;
  previous: BenchReading[];
}

/** The step, whose turn it is, and that the one before it was done. @throws Refusal */
async function standAt(db: Knex, person: Person, jobId: string, at: AtStep): Promise<Standing> {
  const file = await requireFile(db, jobId);
  if (at.revision !== file.revision)
    refuse(409, `measured against revision ${at.revision}, the board is at ${file.revision}: look at the step again`);
  const plan = file.dossier.bench;
  const { quantity } = file.board.brief;
  if (at.unit > quantity) refuse(422, `unit is ${at.unit}; accepted: 1 to ${quantity}`);
  const step =
    plan.find((s) => s.id === at.stepId) ??
    refuse(422, `stepId is "${at.stepId}"; accepted: a step of this board's test plan`);
  if (step.role === 'electrician' && !person.roles.includes('electrician'))
    refuse(403, 'the mains side is a licensed person’s work: only an electrician may sign it');
  const previous = (await listReadings(db, jobId)).filter((r) => r.unit === at.unit);
  const records = asBenchRecords(previous);
  const progress = benchProgress(plan, records, (await reopenedOf(db, jobId)).get(at.unit) ?? []);
  if (!mayBeRead(plan, progress, step))
    refuse(409, `"${plan.find((s) => s.id === progress.nextId)!.title}" comes first: the test holds to its order`);
  return { file, step, previous, conditions: conditionsOf(plan, records, at.ambientC) };
}

/** An instrument of the workshop that may be used today. @throws Refusal */
function requireInstrument({ workshop }: JobFile, id: string): Instrument {
  const found = workshop.instruments.find((i) => i.id === id);
  if (!found)
    return refuse(
      422,
      `instrumentId is "${id}"; accepted: ${workshop.instruments.map((i) => i.id).join(', ') || 'none: the workshop has set up no instrument'}`,
    );
  const due = overdue(found, new Date().toISOString().slice(0, 10));
  if (due) refuse(409, `${due}: its readings count once it has been checked`);
  return found;
}

/** The instrument and the step a live line shows. @throws Refusal */
export async function watched(
  db: Knex,
  jobId: string,
  { stepId, instrumentId }: { stepId: string; instrumentId: string },
): Promise<{ instrument: Instrument; step: BenchStep }> {
  const file = await requireFile(db, jobId);
  const step = file.dossier.bench.find((s) => s.id === stepId);
  if (step?.method !== 'reading') return refuse(422, `stepId is "${stepId}"; accepted: a measured step of this board`);
  return { instrument: requireInstrument(file, instrumentId), step };
}

/** Keeps a judged reading. */
async function keep(
  db: Knex,
  person: Person,
  jobId: string,
  { file, step, conditions }: Standing,
  at: AtStep,
  read: { value: number; source: ReadingSource; instrument: Instrument | null },
): Promise<Outcome> {
  const judged = judge(step, read.value, conditions, read.instrument, file.workshop);
  await addReading(db, jobId, person.id, {
    ...recordOf(step, file, at),
    value: read.value,
    verdict: judged.verdict,
    source: read.source,
    lowLimit: judged.lowLimit,
    highLimit: judged.highLimit,
    expected: judged.expected,
    uncertainty: judged.expandedUncertainty,
    says: judged.says,
    conditions,
    settings: null,
  });
  return { verdict: judged.verdict, value: read.value };
}

const recordOf = (step: BenchStep, file: JobFile, { unit, note }: AtStep) => ({
  unit,
  stepId: step.id,
  title: step.title,
  revision: file.revision,
  fingerprint: step.fingerprint,
  quantity: step.measures,
  note,
});

/** Records what was read, seen or set at a step, good or not. @throws Refusal */
export async function recordReading(db: Knex, person: Person, jobId: string, told: Told): Promise<Outcome> {
  const standing = await standAt(db, person, jobId, told);
  const { step, file } = standing;
  const { found, settings } = told;
  if (step.method === 'reading') {
    const asked = step.alongside.map((a) => `${QUANTITIES[a.quantity].title} (${a.where})`);
    const alongside = told.alongside ?? [];
    if (alongside.length !== asked.length)
      refuse(422, `alongside has ${alongside.length} readings; accepted: ${asked.join(', ') || 'none'}`);
    const value = besideReading(step, told.value, alongside);
    if (value === null) return refuse(422, `value is missing; accepted: a number in ${step.measures}`);
    const instrument = told.instrumentId === null ? null : requireInstrument(file, told.instrumentId);
    const source: ReadingSource = { kind: 'typed', by: instrument && readBy(instrument) };
    const conditions = asked.length > 0 ? { ...standing.conditions, alongside } : standing.conditions;
    return keep(db, person, jobId, { ...standing, conditions }, told, { value, source, instrument });
  }
  if (found === null) refuse(422, 'found is missing; accepted: good, bad');
  if (step.method === 'settings') {
    const missing = step.asks.filter((a) => !settings?.some((s) => s.name === a.name && s.after.trim() !== ''));
    if (found === 'good' && missing.length > 0)
      refuse(422, `settings has nothing for ${missing.map((a) => a.name).join(', ')}; accepted: what it is set to now`);
  }
  const verdict: Verdict = found === 'good' ? 'passed' : 'failed';
  await addReading(db, jobId, person.id, {
    ...recordOf(step, file, told),
    value: null,
    verdict,
    source: { kind: 'eye' },
    lowLimit: null,
    highLimit: null,
    expected: null,
    uncertainty: null,
    says: '',
    conditions: standing.conditions,
    settings: step.method === 'settings' ? settings : null,
  });
  return { verdict, value: null };
}

/** What would explain the readings of a board, by the last of each step on the board as it is. @throws Refusal */
export async function diagnosisOf(db: Knex, jobId: string, unit: number): Promise<TestDiagnosis> {
  const file = await requireFile(db, jobId);
  const steps = new Map(file.dossier.bench.map((s) => [s.id, s]));
  const own = (await listReadings(db, jobId)).filter(
    (r) => r.unit === unit && r.source.kind !== 'simulated' && steps.get(r.stepId)?.fingerprint === r.fingerprint,
  );
  const readings = own.flatMap(({ stepId, value, uncertainty }) =>
    value === null ? [] : [{ stepId, value, expandedUncertainty: uncertainty ?? 0 }],
  );
  const conditions = conditionsOf(file.dossier.bench, asBenchRecords(own), own.at(-1)?.conditions.ambientC ?? null);
  return longWork('diagnosis', { sheet: sheetWork(file), readings, conditions });
}

/** Reads, with a current sent or drawn meanwhile where somebody asked for that. @throws Refusal, InstrumentError */
async function takeDriven(
  file: JobFile,
  { step, conditions }: Standing,
  driverId: string | null,
  take: () => Promise<InstrumentReading>,
): Promise<{ read: InstrumentReading; driver: Instrument | null; driven: Driven | null }> {
  if (driverId === null) return { read: await take(), driver: null, driven: null };
  const driver = requireInstrument(file, driverId);
  const drive =
    driveOf(step, conditions) ?? refuse(422, 'driverId: this check is read as the board is, nothing is sent');
  if (driver.kind !== drive.by)
    refuse(
      422,
      `driverId is "${driverId}"; accepted: ${drive.by === 'supply' ? 'a bench supply' : 'an electronic load'}`,
    );
  const real = realOnly(driver.name, (words) => refuse(409, words));
  return { driver, ...(await whileDriven(driver, drive, real, take)) };
}

export interface Measured extends Partial<Outcome> {
  /** Pairs of probe points still to be read; 0 once the reading is recorded. */
  pairsLeft: number;
}

/** Pairs read longer ago than this are read anew. */
const PAIR_HOLDS_MS = 15 * 60_000;

/**
 * Takes a step's reading with an instrument of the workshop, one pair of probe points at a time, and records it with its
 * raw answers once all are there. What says of itself that it is simulated proves nothing of a real board.
 * @throws Refusal
 */
export async function measure(
  db: Knex,
  person: Person,
  jobId: string,
  at: AtStep & { instrumentId: string; driverId: string | null; pair: number },
): Promise<Measured> {
  const standing = await standAt(db, person, jobId, at);
  const { step, file } = standing;
  if (step.method !== 'reading') refuse(422, `stepId is "${at.stepId}"; accepted: a measured step`);
  const instrument = requireInstrument(file, at.instrumentId);
  if (step.probes.length === 0) refuse(422, 'this check is read off a display or a thermometer: type what it shows');
  if (!canTell(instrument, step)) refuse(422, `${instrument.name} does not measure what this check asks`);
  const pairs = Math.max(1, instrument.kind === 'milliohmmeter' ? 1 : step.probes.length);
  if (at.pair >= pairs) refuse(422, `pair is ${at.pair}; accepted: 0 to ${pairs - 1}`);
  const real = realOnly(instrument.name, (words) => refuse(409, words));
  const taking = takeDriven(file, standing, at.driverId, async () => {
    const read = await readInstrument(instrument, step);
    real(read.identity);
    return read;
  });
  const { read, driver, driven } = await taking.catch((error: unknown) => {
    if (error instanceof InstrumentError) return refuse(502, error.message);
    throw error;
  });
  const key = { job_id: jobId, unit: at.unit, step_id: step.id };
  await db('bench_pairs')
    .insert({
      ...key,
      pair: at.pair,
      instrument_id: instrument.id,
      value: read.value,
      driver_id: driver?.id ?? null,
      driven_a: driven?.currentA ?? null,
      raw: JSON.stringify([
        ...[read, ...(driven ? [driven] : [])].flatMap(({ identity, raw }) => [
          identity,
          ...raw.filter((line) => line !== identity),
        ]),
      ]),
      at: new Date(),
    })
    .onConflict(['workshop_id', 'job_id', 'unit', 'step_id', 'pair'])
    .merge();
  return db.transaction(async (trx) => {
    const rows = await trx('bench_pairs')
      .where({ ...key, instrument_id: instrument.id, driver_id: driver?.id ?? null })
      .andWhere('at', '>', new Date(Date.now() - PAIR_HOLDS_MS))
      .orderBy('pair')
      .forUpdate();
    if (rows.length < pairs) return { pairsLeft: pairs - rows.length };
    const signs = step.probes.map((p) => p.sign);
    const sum = rows.reduce((s: number, r, i) => s + (signs[i] ?? 1) * r.value, 0);
    const value = isOpenReading(sum) ? sum : Number(sum.toPrecision(9));
    const source: ReadingSource = {
      kind: 'instrument',
      by: readBy(instrument),
      raw: rows.flatMap((r) => r.raw as string[]),
      ...(driver ? { driver: readBy(driver) } : {}),
    };
    // Of several pairs the mean: each was read under the same current, within what was asked.
    const drivenA = rows.reduce((s: number, r) => s + (r.driven_a ?? 0), 0) / rows.length;
    const conditions = driver ? { ...standing.conditions, drivenA } : standing.conditions;
    await trx('bench_pairs').where(key).delete();
    const outcome = await keep(trx, person, jobId, { ...standing, conditions }, at, { value, source, instrument });
    return { pairsLeft: 0, ...outcome };
  });
}
