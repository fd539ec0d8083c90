import type { BuildRecord } from '@ombrik/core/build/buildState';
import { learnedTimes } from '@ombrik/core/build/learnedTimes';
import type { DieRecord, JobTimes, Rework, ShopTimes } from '@ombrik/core/build/shopTimes';
import type { WorkKind } from '@ombrik/core/power/quote/quote';
import type { Knex } from 'knex';
import { requireSheet } from '../boards/jobFile.ts';
import { timedSteps } from './buildRecords.ts';

/** Hours and reasons of all jobs, for whoever asks where the time went. */
export async function shopTimes(db: Knex): Promise<ShopTimes> {
  return {
    learned: learnedTimes(await timedSteps(db)),
    jobs: await jobTimes(db),
    rework: await rework(db),
    dies: await dies(db),
  };
}

async function jobTimes(db: Knex): Promise<JobTimes[]> {
  const jobs: { id: string; number: number; name: string | null }[] = await db('jobs')
    .leftJoin('job_summaries as s', 's.job_id', 'jobs.id')
    .orderBy('number', 'desc')
    .select('jobs.id', 'number', db.raw("s.summary ->> 'jobName' AS name"));
  const entered: { job_id: string; kind: WorkKind; hours: number }[] = await db('work_hours')
    .groupBy('job_id', 'kind')
    .select('job_id', 'kind')
    .sum({ hours: 'hours' });
  const { rows: timed } = await db.raw(
    `SELECT job_id, sum((said ->> 'minutes')::float) AS minutes, sum((said ->> 'planned')::float) AS planned
     FROM build_records WHERE said ->> 'kind' = 'done' AND said ->> 'minutes' IS NOT NULL GROUP BY job_id`,
  );
  const counted = jobs
    .map((j): JobTimes => {
      const own = timed.find((t: { job_id: string }) => t.job_id === j.id);
      return {
        jobId: j.id,
        number: j.number,
        name: j.name ?? '',
        entered: Object.fromEntries(entered.filter((e) => e.job_id === j.id).map((e) => [e.kind, Number(e.hours)])),
        timedMinutes: Number(own?.minutes ?? 0),
        plannedMinutes: Number(own?.planned ?? 0),
      };
    })
    .filter((j) => j.timedMinutes > 0 || Object.keys(j.entered).length > 0);
  // A job the wall has not shown yet has its name in its board alone.
  for (const j of counted) if (j.name === '') j.name = (await requireSheet(db, j.jobId)).board.brief.jobName;
  return counted;
}

async function rework(db: Knex): Promise<Rework[]> {
  const { rows } = await db.raw(
    `SELECT what, reason, count(*)::int AS count FROM (
       SELECT 'cable' AS what, data ->> 'reason' AS reason FROM floor_records WHERE kind = 'cableRedo'
       UNION ALL
       SELECT 'step', said ->> 'reason' FROM build_records WHERE said ->> 'kind' = 'undone'
     ) r GROUP BY what, reason ORDER BY count DESC, reason LIMIT 40`,
  );
  return rows as Rework[];
}

/** Crimps by die; a cable that is made again counts against the dies its last crimp was made with. */
async function dies(db: Knex): Promise<DieRecord[]> {
  const rows = await db('floor_records')
    .whereIn('kind', ['cableStep', 'cableRedo'])
    .orderBy('id')
    .select('job_id', 'entity_id', 'kind', 'data');
  const last = new Map<string, string[]>();
  const records = new Map<string, DieRecord>();
  const of = (dieId: string): DieRecord => {
    const known = records.get(dieId) ?? { dieId, crimped: 0, redone: 0 };
    records.set(dieId, known);
    return known;
  };
  for (const r of rows) {
    const cable = `${r.job_id} ${r.entity_id}`;
    if (r.kind === 'cableStep' && Array.isArray(r.data.dies)) {
      last.set(cable, r.data.dies);
      for (const die of r.data.dies as string[]) of(die).crimped++;
    } else if (r.kind === 'cableRedo') {
      for (const die of last.get(cable) ?? []) of(die).redone++;
      last.delete(cable);
    }
  }
  return [...records.values()].sort((a, b) => b.redone / b.crimped - a.redone / a.crimped || b.crimped - a.crimped);
}

/** Hours timed at the steps of other jobs' builds against what was planned for them. */
export async function timedBuilds(
  db: Knex,
  exceptJobIds: readonly string[],
): Promise<{ recordedH: number; reckonedH: number; jobs: number }> {
  const timed = await db('build_records')
    .whereRaw("said ->> 'kind' = 'done' AND said ->> 'minutes' IS NOT NULL AND (said ->> 'planned')::float > 0")
    .whereNotIn('job_id', [...exceptJobIds])
    .select('job_id', 'said');
  const sum = (of: (said: Extract<BuildRecord['said'], { kind: 'done' }>) => number) =>
    timed.reduce((all, t) => all + of(t.said), 0) / 60;
  return {
    recordedH: sum((s) => s.minutes ?? 0),
    reckonedH: sum((s) => s.planned ?? 0),
    jobs: new Set(timed.map((t) => t.job_id)).size,
  };
}
