import { progressOfAll } from '@ombrik/core/stock/cableWork';
import { type CrimpJob, type DieBatch, dieBatches } from '@ombrik/core/stock/dieBatches';
import type { Knex } from 'knex';
import { jobFile } from '../boards/jobFile.ts';
import { releasedJobs } from '../jobs/releases.ts';
import { cableRecordsOf } from './cableRecords.ts';

/** What is still to be crimped on all released jobs, die by die. */
export async function dieBatchesOfShop(db: Knex): Promise<DieBatch[]> {
  const jobs: CrimpJob[] = [];
  for (const { jobId, revision } of await releasedJobs(db)) {
    const file = await jobFile(db, jobId, revision);
    if (!file) continue;
    const { cables } = file.dossier;
    jobs.push({
      jobId,
      number: file.job.number,
      name: file.board.brief.jobName,
      wantedOn: file.job.wantedOn,
      cables,
      progress: progressOfAll(cables, await cableRecordsOf(db, jobId), file.workshop),
    });
  }
  return dieBatches(jobs);
}
