import { progressOfUnits } from '@ombrik/core/stages/bench/progressOfUnits';
import { nextStation, stationStatuses } from '@ombrik/core/stations';
import { madeIdsOf, progressOfAll } from '@ombrik/core/stock/cableWork';
import type { Knex } from 'knex';
import { LRUCache } from 'lru-cache';
import { asBenchRecords, listReadings } from '../bench/readings.ts';
import { jobFile, requireSheet } from '../boards/jobFile.ts';
import type { JobFile } from '../boards/sheet.ts';
import { buildCounts, floorWords, reopenedBy } from '../build/buildService.ts';
import { cableRecordsOf } from '../cables/cableRecords.ts';
import { firstSummary, type JobSummary, NOTHING_YET } from './jobSummary.ts';

/** Records of the floor on a job, and where its stations stand by them. */
export async function floorOf(db: Knex, file: JobFile) {
  const made = await cableRecordsOf(db, file.job.id);
  const bench = await listReadings(db, file.job.id);
  const words = await floorWords(db, file.job.id);
  const opened = await reopenedBy(db, file.job.id, words);
  const { quantity } = file.board.brief;
  const progress = progressOfUnits(file.dossier.bench, asBenchRecords(bench), opened, quantity, 1);
  const madeIds = madeIdsOf(progressOfAll(file.dossier.cables, made, file.workshop));
  const build = await buildCounts(db, file, words, madeIds);
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

/** Jobs that could not be worked out, by what they were made of: tried again after a while, for the server may only be busy. */
const givenUp = new LRUCache<string, string>({ max: 1000, ttl: 5 * 60_000 });

/** Whether this was tried a while ago and could not be worked out. */
export const isGivenUp = (jobId: string, madeOf: string): boolean => givenUp.get(jobId) === madeOf;

/** Makes a job's row anew. A board that cannot be worked out says so on its own plank; the others stand beside it. */
export async function remakeRow(db: Knex, jobId: string, madeOf: string): Promise<void> {
  const keep = async (summary: JobSummary, of: string) => {
    await db('job_summaries')
      .insert({ job_id: jobId, made_of: of, summary: JSON.stringify(summary) })
      .onConflict(['workshop_id', 'job_id'])
      .merge();
  };
  const file = await jobFile(db, jobId).catch(() => null);
  if (file) return keep(await summaryOf(db, file), madeOf);
  const { board } = await requireSheet(db, jobId);
  givenUp.set(jobId, madeOf);
  return keep({ ...firstSummary(board), waitsFor: 'a look: its board could not be worked out' }, NOTHING_YET);
}
