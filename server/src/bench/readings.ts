import type { ReadingSource } from '@ombrik/core/document/workshop/instrument';
import type { Quantity } from '@ombrik/core/document/workshop/quantity';
import type { Verdict } from '@ombrik/core/solvers/uncertainty/decide';
import type { BenchConditions } from '@ombrik/core/stages/bench/limitsAt';
import { asUnitRecord, type UnitRecord } from '@ombrik/core/stages/bench/progressOfUnits';
import type { Knex } from 'knex';
import { rowsOfJob } from '../database/rowsOfJob.ts';

/** A setting as it was found, as it was left, and what was expected. */
export interface SettingKept {
  name: string;
  expects: string;
  before: string;
  after: string;
}

/** One reading, sight or setting at the bench, with all that it was judged by. */
export interface BenchReading {
  id: number;
  unit: number;
  stepId: string;
  title: string;
  revision: number;
  fingerprint: string;
  quantity: Quantity | null;
  /** In the SI unit of the quantity; null where nothing is measured. */
  value: number | null;
  verdict: Verdict;
  source: ReadingSource;
  lowLimit: number | null;
  highLimit: number | null;
  expected: number | null;
  /** Half the interval the true value lies in, at about 95 %. */
  uncertainty: number | null;
  /** What the limits follow, in words. */
  says: string;
  conditions: BenchConditions;
  settings: SettingKept[] | null;
  note: string;
  personName: string;
  at: string;
}

/** Readings of a job, in the order they were taken. */
export async function listReadings(db: Knex, jobId: string): Promise<BenchReading[]> {
  const rows = await rowsOfJob(db, 'bench_readings', jobId);
  return rows.map((r) => ({
    id: Number(r.id),
    unit: r.unit,
    stepId: r.step_id,
    title: r.title,
    revision: r.revision,
    fingerprint: r.fingerprint,
    quantity: r.quantity,
    value: r.value,
    verdict: r.verdict,
    source: r.source,
    lowLimit: r.low_limit,
    highLimit: r.high_limit,
    expected: r.expected,
    uncertainty: r.uncertainty,
    says: r.says,
    conditions: r.conditions,
    settings: r.settings,
    note: r.note,
    personName: r.person_name,
    at: r.at.toISOString(),
  }));
}

export async function addReading(
  db: Knex,
  jobId: string,
  personId: string,
  r: Omit<BenchReading, 'id' | 'personName' | 'at'>,
): Promise<void> {
  await db('bench_readings').insert({
    job_id: jobId,
    unit: r.unit,
    step_id: r.stepId,
    title: r.title,
    revision: r.revision,
    fingerprint: r.fingerprint,
    quantity: r.quantity,
    value: r.value,
    verdict: r.verdict,
    source: JSON.stringify(r.source),
    low_limit: r.lowLimit,
    high_limit: r.highLimit,
    expected: r.expected,
    uncertainty: r.uncertainty,
    says: r.says,
    conditions: JSON.stringify(r.conditions),
    settings: r.settings && JSON.stringify(r.settings),
    note: r.note,
    person_id: personId,
  });
}

export const asBenchRecords = (readings: readonly BenchReading[]): UnitRecord[] => readings.map(asUnitRecord);
