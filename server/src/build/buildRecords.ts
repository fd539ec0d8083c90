import type { BuildRecord, Said } from '@ombrik/core/build/buildState';
import type { Knex } from 'knex';
import { rowsOfJob } from '../database/rowsOfJob.ts';

/** A word of the floor as a device sends it. */
export interface SentRecord {
  key: string;
  stepId: string;
  revision: number;
  /** Which of several boards of the same. */
  unit: number;
  fingerprint: string;
  said: Said;
  saidAt: string;
}

export type UnitBuildRecord = BuildRecord & { unit: number };

/** What the floor said of the steps of all boards of a job, in the order it arrived. */
export async function buildRecordsOf(db: Knex, jobId: string): Promise<UnitBuildRecord[]> {
  const rows = await rowsOfJob(db, 'build_records', jobId);
  return rows.map((r) => ({
    unit: r.unit,
    key: r.key,
    stepId: r.step_id,
    fingerprint: r.fingerprint,
    said: r.said,
    personName: r.person_name,
    saidAt: r.said_at.toISOString(),
    at: r.at.toISOString(),
  }));
}

/** Takes words down in their order; one that is known already is left. @returns the keys that are kept now */
export async function addBuildRecords(
  trx: Knex,
  jobId: string,
  personId: string,
  records: readonly SentRecord[],
): Promise<string[]> {
  for (const r of records)
    await trx('build_records')
      .insert({
        job_id: jobId,
        key: r.key,
        step_id: r.stepId,
        revision: r.revision,
        unit: r.unit,
        fingerprint: r.fingerprint,
        said: JSON.stringify(r.said),
        person_id: personId,
        said_at: r.saidAt,
      })
      .onConflict(['workshop_id', 'job_id', 'key'])
      .ignore();
  return records.map((r) => r.key);
}

/** So many of the newest timed steps say how long work takes now. */
const NEWEST = 5000;

/** Steps of all jobs somebody timed, newest first. */
export async function timedSteps(db: Knex): Promise<Pick<BuildRecord, 'stepId' | 'said'>[]> {
  const rows = await db('build_records')
    .whereRaw("said ->> 'kind' = 'done' AND said ->> 'minutes' IS NOT NULL")
    .orderBy('id', 'desc')
    .limit(NEWEST)
    .select('step_id', 'said');
  return rows.map((r) => ({ stepId: r.step_id, said: r.said }));
}
