import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { partIndex } from '@ombrik/core/document/references';
import { type PastTimes, reckonedHours, type WorkKind } from '@ombrik/core/power/quote/quote';
import type { Knex } from 'knex';
import { jobFile } from '../boards/jobFile.ts';
import { timedBuilds } from '../build/shopTimes.ts';
import { rowsOfJob } from '../database/rowsOfJob.ts';

export interface HoursRow {
  id: number;
  kind: WorkKind;
  hours: number;
  workedOn: string;
  note: string;
  personName: string;
}

export async function listHours(db: Knex, jobId: string): Promise<HoursRow[]> {
  const rows = await rowsOfJob(db, 'work_hours', jobId);
  return rows.map((r) => ({
    id: Number(r.id),
    kind: r.kind,
    hours: r.hours,
    workedOn: r.worked_on,
    note: r.note,
    personName: r.person_name,
  }));
}

export async function addHours(
  db: Knex,
  jobId: string,
  personId: string,
  entry: { kind: WorkKind; hours: number; workedOn: string; note: string },
): Promise<void> {
  await db('work_hours').insert({
    job_id: jobId,
    kind: entry.kind,
    hours: entry.hours,
    worked_on: entry.workedOn,
    note: entry.note,
    person_id: personId,
  });
}

/** What other jobs really took against what was reckoned for them. The job asked for is left out of its own measure. */
export async function pastTimes(db: Knex, exceptJobId: string): Promise<PastTimes> {
  const rows: { job_id: string; kind: WorkKind; hours: number }[] = await db('work_hours')
    .whereNot({ job_id: exceptJobId })
    .groupBy('job_id', 'kind')
    .select('job_id', 'kind')
    .sum({ hours: 'hours' });
  const past: PastTimes = {};
  const reckoned = new Map<string, Record<WorkKind, number>>();
  for (const row of rows) {
    const recordedH = Number(row.hours);
    if (recordedH <= 0) continue;
    if (!reckoned.has(row.job_id)) {
      const file = await jobFile(db, row.job_id);
      if (!file) continue;
      reckoned.set(row.job_id, reckonedHours(file.board, file.dossier, partIndex(file.board, genericCatalogue)));
    }
    const { kind } = row;
    const known = past[kind] ?? { recordedH: 0, reckonedH: 0, jobs: 0 };
    past[kind] = {
      recordedH: known.recordedH + recordedH,
      reckonedH: known.reckonedH + reckoned.get(row.job_id)![kind],
      jobs: known.jobs + 1,
    };
  }
  // Where nobody wrote hours down, what the steps of the build took against their plan tells as much.
  const written = rows.filter((r) => r.kind === 'build').map((r) => r.job_id);
  const timed = await timedBuilds(db, [exceptJobId, ...written]);
  if (timed.reckonedH > 0) {
    const known = past.build ?? { recordedH: 0, reckonedH: 0, jobs: 0 };
    past.build = {
      recordedH: known.recordedH + timed.recordedH,
      reckonedH: known.reckonedH + timed.reckonedH,
      jobs: known.jobs + timed.jobs,
    };
  }
  return past;
}
