import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { VERSIONS } from '@ombrik/core/versions';
import type { Knex } from 'knex';
import { unlessFull } from '../database/diskFull.ts';
import { addToQueue } from '../queue/addToQueue.ts';
import { readWorkshop } from '../workshop/workshopStore.ts';
import { type JobRow, jobRow } from './jobRow.ts';
import type { JobSummary } from './jobSummary.ts';
import { isGivenUp, remakeRow } from './summaries.ts';

/** So many rows are made anew while somebody waits, and more while it is quickly done; the others come from the queue. */
const AT_LEAST = 2;
const AT_MOST = 12;
const QUICKLY_MS = 400;
/** So many are looked through for those that are given up for a while. */
const MOST_LATE = 200;
/** So many the queue makes in one go. */
export const ROWS_AT_ONCE = 25;

interface WallRow extends JobRow, JobSummary {}

export interface Wall {
  jobs: WallRow[];
  /** How many fit what was asked for, on all pages. */
  count: number;
  /** Jobs whose row is of before their last change. */
  behind: number;
}

export interface WallQuestion {
  archived: boolean;
  /** Words of the name, the customer or the number; empty for all. */
  words: string;
  offset: number;
  limit: number;
}

/** Whose newest row says that a job has changed, and under which name it is read. */
const NEWEST = [
  ['floor_records', 'newest_record'],
  ['build_records', 'newest_word'],
  ['bench_readings', 'newest_reading'],
  ['releases', 'newest_release'],
] as const;

interface Late {
  id: string;
  /** What the row would be made of now. */
  now_of: string;
}
interface Looked {
  count: number;
  behind: number;
  late: Late[];
  page: string[];
}

/** What every row goes by besides its job: the workshop's version and the core's. */
async function rulesNow(db: Knex): Promise<string> {
  const workshop = (await readWorkshop(db))?.values ?? defaultWorkshop;
  return `${workshop.version} ${VERSIONS.core}`;
}

/** One look over all jobs, in the database: how many fit, which are late, and who stands on the page. */
async function look(db: Knex, rules: string, { archived, words, offset, limit }: WallQuestion): Promise<Looked> {
  const asked = words.toLowerCase().split(/\s+/).filter(Boolean);
  const text = "lower(concat(number, ' ', name, ' ', customer))";
  const fits = ['name IS NOT NULL', ...asked.map(() => `position(? IN ${text}) > 0`)].join(' AND ');
  // Each table once, grouped: asked job by job, the planner reads all of it for every job.
  const newest = NEWEST.map(
    ([table, name]) =>
      `LEFT JOIN (SELECT job_id, max(id) AS ${name} FROM ${table} GROUP BY job_id) ${table} ON ${table}.job_id = jobs.id`,
  ).join('\n');
  const madeOf = NEWEST.map(([, name]) => `coalesce(${name}, 0)`).join(', ');
  const late = 'made_of IS DISTINCT FROM now_of';
  const order = 'ORDER BY wanted_on ASC NULLS LAST, number';
  const { rows } = await db.raw(
    `WITH r AS MATERIALIZED (
       SELECT jobs.id, jobs.number, jobs.wanted_on, s.made_of,
         s.summary ->> 'jobName' AS name, s.summary ->> 'customer' AS customer,
         concat_ws(' ', jobs.revision, ${madeOf}, ?::text) AS now_of
       FROM jobs LEFT JOIN job_summaries s ON s.job_id = jobs.id
       ${newest}
       ${archived ? '' : 'WHERE jobs.archived_at IS NULL'}
     )
     SELECT (SELECT count(*)::int FROM r WHERE ${fits}) AS count,
       (SELECT count(*)::int FROM r WHERE ${late}) AS behind,
       ARRAY(SELECT json_build_object('id', id, 'now_of', now_of) FROM r WHERE ${late} ${order} LIMIT ?) AS late,
       ARRAY(SELECT id FROM r WHERE ${fits} ${order} LIMIT ? OFFSET ?) AS page`,
    [rules, ...asked, MOST_LATE, ...asked, limit, offset],
  );
  const { late: all, ...found } = rows[0] as Looked;
  const left = all.filter((job) => !isGivenUp(job.id, job.now_of));
  return { ...found, late: left, behind: found.behind - (all.length - left.length) };
}

const shown = async (db: Knex, { page, count, behind }: Looked): Promise<Wall> => ({
  jobs: await onPage(db, page),
  count,
  behind,
});

/**
 * The jobs as the wall shows them, the first wanted first, each with its kept row. Rows of few jobs that have changed are
 * made anew on the way; of many, they come from the queue, and until then the wall shows how they were.
 * @param reading where what only looks is read from
 */
export async function wallOf(
  db: Knex,
  question: WallQuestion,
  reading = <T>(read: (from: Knex) => Promise<T>): Promise<T> => read(db),
): Promise<Wall> {
  const kept = await reading(async (from) => {
    const looked = await look(from, await rulesNow(from), question);
    return { late: looked.late, wall: looked.late.length > 0 ? null : await shown(from, looked) };
  });
  if (kept.wall) return kept.wall;
  const began = performance.now();
  for (const [n, { id, now_of }] of kept.late.slice(0, AT_MOST).entries()) {
    if (n >= AT_LEAST && performance.now() - began > QUICKLY_MS) break;
    await unlessFull(() => remakeRow(db, id, now_of));
  }
  const looked = await look(db, await rulesNow(db), question);
  if (looked.late.length > 0) await unlessFull(() => addToQueue(db, 'wallRows', {}, 'wallRows'));
  return shown(db, looked);
}

/** Some rows that are behind, made anew. @returns how many are still behind */
export async function catchUp(db: Knex): Promise<number> {
  const { late, behind } = await look(db, await rulesNow(db), { archived: true, words: '', offset: 0, limit: 0 });
  const now = late.slice(0, ROWS_AT_ONCE);
  for (const { id, now_of } of now) await remakeRow(db, id, now_of);
  return behind - now.length;
}

/** Jobs with their kept rows, in the order of their ids. */
async function onPage(db: Knex, ids: readonly string[]): Promise<WallRow[]> {
  const rows = await db('jobs')
    .join('job_summaries as s', 's.job_id', 'jobs.id')
    .whereIn('jobs.id', ids)
    .select('jobs.*', 's.summary');
  const byId = new Map(rows.map((row) => [row.id, { ...jobRow(row), ...(row.summary as JobSummary) }]));
  return ids.flatMap((id) => byId.get(id) ?? []);
}
