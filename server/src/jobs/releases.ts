import type { Knex } from 'knex';
import { rowsOfJob } from '../database/rowsOfJob.ts';

export interface Release {
  way: 'release' | 'withdraw';
  revision: number;
  reason: string;
  openStops: string[];
  personName: string;
  at: string;
}

const releaseRow = (r: Record<string, unknown>): Release => ({
  way: r.way as Release['way'],
  revision: r.revision as number,
  reason: r.reason as string,
  openStops: r.open_stops as string[],
  personName: r.person_name as string,
  at: (r.at as Date).toISOString(),
});

/** All releases and withdrawals of a job, oldest first; the last one holds. */
export async function releasesOf(db: Knex, jobId: string): Promise<Release[]> {
  const rows = await rowsOfJob(db, 'releases', jobId);
  return rows.map(releaseRow);
}

/** Of all of a job's, the release it is made to; null while it is not released. */
export function lastOf(releases: readonly Release[]): Release | null {
  const last = releases.at(-1);
  return last?.way === 'release' ? last : null;
}
/** The release a job is made to; null while it is not released. */
export const releaseOf = async (db: Knex, jobId: string): Promise<Release | null> =>
  lastOf(await releasesOf(db, jobId));

/** Jobs on the floor with the revision they are made to; archived ones are not made. */
export async function releasedJobs(db: Knex): Promise<{ jobId: string; revision: number }[]> {
  const { rows } = await db.raw(`
    SELECT DISTINCT ON (r.job_id) r.job_id, r.revision, r.way FROM releases r
    JOIN jobs j ON j.id = r.job_id AND j.archived_at IS NULL
    ORDER BY r.job_id, r.id DESC`);
  return (rows as { job_id: string; revision: number; way: string }[])
    .filter((r) => r.way === 'release')
    .map((r) => ({ jobId: r.job_id, revision: r.revision }));
}

/** The newest releases of all jobs that are on the floor or have left it, shipped ones too. */
export async function lastReleases(db: Knex, most: number): Promise<{ jobId: string; revision: number }[]> {
  const { rows } = await db.raw(
    `SELECT job_id, revision FROM (
      SELECT DISTINCT ON (job_id) job_id, revision, way, id FROM releases ORDER BY job_id, id DESC
    ) last WHERE way = 'release' ORDER BY id DESC LIMIT ?`,
    [most],
  );
  return (rows as { job_id: string; revision: number }[]).map((r) => ({ jobId: r.job_id, revision: r.revision }));
}

export async function addRelease(
  db: Knex,
  jobId: string,
  personId: string,
  entry: { way: Release['way']; revision: number; reason: string; openStops: string[] },
): Promise<void> {
  await db('releases').insert({
    job_id: jobId,
    way: entry.way,
    revision: entry.revision,
    reason: entry.reason,
    open_stops: JSON.stringify(entry.openStops),
    person_id: personId,
  });
}
