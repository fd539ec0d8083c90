import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { progressOfUnits } from '@ombrik/core/stages/bench/progressOfUnits';
import { nextStation, stationStatuses } from '@ombrik/core/stations';
import { madeIdsOf, progressOfAll } from '@ombrik/core/stock/cableWork';
import { VERSIONS } from '@ombrik/core/versions';
import type { Knex } from 'knex';
import { LRUCache } from 'lru-cache';
import { asBenchRecords, listReadings } from '../bench/readings.ts';
import { jobFile, requireSheet } from '../boards/jobFile.ts';
import type { JobFile } from '../boards/sheet.ts';
import { buildCounts, reopenedOf } from '../build/buildService.ts';
import { cableRecordsOf } from '../cables/cableRecords.ts';
import { readWorkshop } from '../workshop/workshopStore.ts';
import { type JobRow, jobRow } from './jobRow.ts';
import { firstSummary, type JobSummary, NOTHING_YET } from './jobSummary.ts';

/** Records of the floor on a job, and where its stations stand by them. */
export async function floorOf(db: Knex, file: JobFile) {
  const made = await cableRecordsOf(db, file.job.id);
  const bench = await listReadings(db, file.job.id);
  const opened = await reopenedOf(db, file.job.id);
  const { quantity } = file.board.brief;
  const progress = progressOfUnits(file.dossier.bench, asBenchRecords(bench), opened, quantity, 1);
  const madeIds = madeIdsOf(progressOfAll(file.dossier.cables, made, file.workshop));
  const build = await buildCounts(db, file.job.id, madeIds);
  return {
    made,
    bench,
    opened,
    progress,
    build,
    stations: stationStatuses(file.board, file.dossier, madeIds, progress, build),
  };
}

async function summaryOf(db: Knex, file: JobFile): Promise<JobSummary> {
  const { stations, made, bench, build } = await floorOf(db, file);
  const { jobName, customer, systemVoltageV } = file.board.brief;
  const next = nextStation(stations, made.length + bench.length > 0 || build?.begun === true);
  return {
    jobName,
    customer,
    systemVoltageV,
    stations,
    stops: file.dossier.findings.filter((f) => f.severity === 'stop').length,
    leadTimeDays: Math.max(0, ...file.dossier.parts.map((p) => p.leadTimeDays ?? 0)),
    next: next?.station ?? null,
    waitsFor: next?.waitsFor ?? 'nothing',
  };
}

/** Of the jobs that have changed so many are worked out while somebody waits; the rest come with the next looks. */
const AT_ONCE = 12;

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

/**
 * The jobs as the wall shows them, the first wanted first, each with its kept row. Rows of jobs that have changed are made
 * anew and kept, so that the next look costs one query.
 */
export async function wallOf(db: Knex, { archived, words, offset, limit }: WallQuestion): Promise<Wall> {
  const workshop = (await readWorkshop(db))?.values ?? defaultWorkshop;
  const rules = `${workshop.version} ${VERSIONS.core}`;
  const rows = await db('jobs')
    .leftJoin('job_summaries as s', 's.job_id', 'jobs.id')
    .modify((q) => {
      if (!archived) q.whereNull('jobs.archived_at');
      // Each table once, grouped: asked job by job, the planner reads all of it for every job.
      for (const [table, name] of NEWEST)
        q.leftJoin(
          db(table)
            .select('job_id')
            .max({ [name]: 'id' })
            .groupBy('job_id')
            .as(table),
          `${table}.job_id`,
          'jobs.id',
        );
    })
    .orderByRaw('jobs.wanted_on ASC NULLS LAST, jobs.number')
    .select('jobs.*', 's.made_of', ...NEWEST.map(([table, name]) => `${table}.${name}`))
    // What is searched in; the whole row is read for the page that is shown.
    .select(db.raw("s.summary ->> 'jobName' AS job_name"), db.raw("s.summary ->> 'customer' AS customer"));
  const asked = words.toLowerCase().split(/\s+/);
  let left = AT_ONCE;
  let behind = 0;
  const all: JobRow[] = [];
  for (const row of rows) {
    const madeOf = [row.revision, row.newest_record, row.newest_word, row.newest_reading, row.newest_release, rules]
      .map((x) => x ?? 0)
      .join(' ');
    // Only a job that an older server took in has no row yet.
    let named = row.made_of === null ? null : { jobName: row.job_name, customer: row.customer };
    if (row.made_of !== madeOf) {
      if (givenUp.get(row.id) !== madeOf) {
        if (left-- > 0) named = await remade(db, row.id, madeOf);
        else behind++;
      }
    }
    if (named && fits(row.number, named, asked)) all.push(jobRow(row));
  }
  const page = all.slice(offset, offset + limit);
  return { jobs: await withSummaries(db, page), count: all.length, behind };
}

/** Jobs with their kept rows. */
async function withSummaries(db: Knex, jobs: readonly JobRow[]): Promise<WallRow[]> {
  const kept: { job_id: string; summary: JobSummary }[] = await db('job_summaries')
    .whereIn(
      'job_id',
      jobs.map((j) => j.id),
    )
    .select('job_id', 'summary');
  const byId = new Map(kept.map((k) => [k.job_id, k.summary]));
  return jobs.flatMap((job) => {
    const summary = byId.get(job.id);
    return summary ? [{ ...job, ...summary }] : [];
  });
}

/** Jobs that could not be worked out, by what they were made of: tried again after a while, for the server may only be busy. */
const givenUp = new LRUCache<string, string>({ max: 1000, ttl: 5 * 60_000 });

/** Makes a job's row anew. A board that cannot be worked out says so on its own plank; the others stand beside it. */
async function remade(db: Knex, jobId: string, madeOf: string): Promise<JobSummary> {
  const keep = async (summary: JobSummary, of: string) => {
    await db('job_summaries')
      .insert({ job_id: jobId, made_of: of, summary: JSON.stringify(summary) })
      .onConflict(['workshop_id', 'job_id'])
      .merge();
    return summary;
  };
  const file = await jobFile(db, jobId).catch(() => null);
  if (file) return keep(await summaryOf(db, file), madeOf);
  const { board } = await requireSheet(db, jobId);
  givenUp.set(jobId, madeOf);
  return keep({ ...firstSummary(board), waitsFor: 'a look: its board could not be worked out' }, NOTHING_YET);
}

const fits = (
  number: number,
  { jobName, customer }: Pick<JobSummary, 'jobName' | 'customer'>,
  words: readonly string[],
): boolean => {
  const text = `${number} ${jobName} ${customer}`.toLowerCase();
  return words.every((w) => text.includes(w));
};
