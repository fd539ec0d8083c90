import type { BenchStep } from '@ombrik/core/devices/benchStep';
import { benchProgress, withinLimits } from '@ombrik/core/stages/bench/benchProgress';
import type { Defect, SimulatedBoard } from '@ombrik/core/stages/bench/simulate';
import type { Knex } from 'knex';
import { requireFile, requireSheet } from '../boards/jobFile.ts';
import { type JobSheet, sheetWork } from '../boards/sheet.ts';
import { reopenedOf } from '../build/buildService.ts';
import type { Person } from '../people/people.ts';
import { refuse } from '../refusal.ts';
import { longWork } from '../work/pools.ts';
import { type BenchFixture, drawDefect } from './benchFixture.ts';
import { addRecord, asBenchRecords, listRecords } from './floorRecords.ts';
import { InstrumentError } from './scpiClient.ts';
import { hiddenDefect, keepDefect } from './simulators.ts';

/** The simulated meter and the bench it stands on. */
export interface Bench {
  fixture: BenchFixture;
  meter: { host: string; port: number };
}
export interface Reading {
  stepId: string;
  revision: number;
  value: number | null;
  found: 'good' | 'bad' | null;
  note: string;
  method: 'typed' | 'meter' | 'eye';
  /** Which of several boards of the same. */
  unit: number;
}

/** Whose turn a step is, and that the one before it was done. @throws Refusal */
async function requireTurn(
  db: Knex,
  person: Person,
  jobId: string,
  plan: readonly BenchStep[],
  step: BenchStep,
  unit: number,
) {
  if (step.role === 'electrician' && person.role !== 'electrician')
    refuse(403, 'the mains side is a licensed person’s work: only an electrician may sign it');
  const readings = asBenchRecords(await listRecords(db, jobId, 'benchStep')).filter((r) => r.unit === unit);
  const progress = benchProgress(plan, readings, (await reopenedOf(db, jobId)).get(unit) ?? []);
  const nextIndex = plan.findIndex((s) => s.id === progress.nextId);
  if (step.role === 'tester' && nextIndex >= 0 && plan.indexOf(step) > nextIndex)
    refuse(409, `"${plan[nextIndex]!.title}" comes first: the test holds to its order`);
}

/** Records what was read or seen at a step, good or not. @returns whether it passed @throws Refusal */
export async function recordReading(
  db: Knex,
  person: Person,
  jobId: string,
  reading: Reading,
): Promise<{ passed: boolean }> {
  const file = await requireFile(db, jobId);
  if (reading.revision !== file.revision)
    refuse(
      409,
      `measured against revision ${reading.revision}, the board is at ${file.revision}: look at the step again`,
    );
  const plan = file.dossier.bench;
  const { quantity } = file.board.brief;
  if (reading.unit > quantity) refuse(422, `unit is ${reading.unit}; accepted: 1 to ${quantity}`);
  const step =
    plan.find((s) => s.id === reading.stepId) ??
    refuse(422, `stepId is "${reading.stepId}"; accepted: a step of this board's test plan`);
  await requireTurn(db, person, jobId, plan, step, reading.unit);
  const { value, found, note, method } = reading;
  if (step.method === 'reading' && value === null) refuse(422, `value is missing; accepted: a number in ${step.unit}`);
  if (step.method === 'confirm' && found === null) refuse(422, 'found is missing; accepted: good, bad');
  const passed = step.method === 'reading' ? withinLimits(step, value!) : found === 'good';
  const { title, unit, lowLimit, highLimit, fingerprint } = step;
  await addRecord(db, jobId, person.id, {
    kind: 'benchStep',
    entityId: step.id,
    revision: file.revision,
    unit: reading.unit,
    fingerprint,
    data: { passed, value, note, method, title, unit, lowLimit, highLimit },
  });
  return { passed };
}

const simulated = async (sheet: JobSheet, defect: Defect | null): Promise<SimulatedBoard> => ({
  ...(await longWork('simulated', sheetWork(sheet))),
  defect,
});

/** Takes a step's reading with the simulated meter. @throws Refusal */
export async function measure(
  db: Knex,
  { fixture, meter }: Bench,
  jobId: string,
  { stepId, revision }: { stepId: string; revision: number },
): Promise<{ value: number; from: string }> {
  const file = await requireFile(db, jobId, revision);
  const step = file.dossier.bench.find((s) => s.id === stepId);
  if (step?.method !== 'reading')
    return refuse(422, `stepId is "${stepId}"; accepted: a measured step of this board's test plan`);
  const board = await simulated(file, await hiddenDefect(db, jobId));
  try {
    return { value: await fixture.takeReading(board, step, meter), from: `${meter.host}:${meter.port}` };
  } catch (error) {
    if (error instanceof InstrumentError) return refuse(502, error.message);
    throw error;
  }
}

/** Hides a defect in the simulated board to learn on, or takes it out. @throws Refusal */
export async function hideDefect(db: Knex, personId: string, jobId: string, hidden: boolean): Promise<void> {
  const sheet = await requireSheet(db, jobId);
  const wires = sheet.board.connections.map((x) => x.id);
  const defect = hidden ? drawDefect(await simulated(sheet, null), wires, Math.random) : null;
  await keepDefect(db, jobId, personId, defect);
}

/** Whether a defect is hidden, and which where somebody asks. @throws Refusal */
export async function simulatorOf(db: Knex, { meter }: Bench, jobId: string, reveal: boolean) {
  await requireSheet(db, jobId);
  const defect = await hiddenDefect(db, jobId);
  return { hidden: defect !== null, meter: `${meter.host}:${meter.port}`, defect: reveal ? defect : null };
}
