import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import type { Knex } from 'knex';
import { LRUCache } from 'lru-cache';
import { jobRow } from '../jobs/jobRow.ts';
import { refuse } from '../refusal.ts';
import { longWork } from '../work/pools.ts';
import { readWorkshop, workshopState } from '../workshop/workshopStore.ts';
import { boardMadeBy } from './edits.ts';
import { type JobFile, type JobSheet, sheetKey, sheetWork } from './sheet.ts';

/** A revision of a job (the newest when none is given); null when there is no such revision. */
async function jobSheet(db: Knex, jobId: string, revision?: number): Promise<JobSheet | null> {
  const row = await db('jobs')
    .join('edits', (on) =>
      on
        .on('edits.job_id', 'jobs.id')
        .andOn('edits.revision', revision === undefined ? db.ref('jobs.revision') : db.raw('?', [revision])),
    )
    .where('jobs.id', jobId)
    .first('jobs.*', 'edits.edit_id', 'edits.revision as at', workshopState(db));
  const board = row ? await boardMadeBy(db, jobId, row.at, row.edit_id) : null;
  if (!board) return null;
  const workshop = (await readWorkshop(db, row.workshop_state))?.values ?? defaultWorkshop;
  return { job: jobRow(row), revision: row.at, board, workshop };
}

type Derived = Pick<JobFile, 'dossier' | 'dossierFingerprint'>;
/**
 * Promises, so that ten who ask at once wait for one derivation. As many as a large shop works on in a day; what the floor
 * goes by of a large board is some 200 kB.
 */
const cache = new LRUCache<string, Promise<Derived>>({ max: 400 });

/** A sheet with what the floor, the store and the wall go by of its dossier. */
export async function withDossier(sheet: JobSheet): Promise<JobFile> {
  const key = sheetKey(sheet);
  let known = cache.get(key);
  if (!known) {
    known = longWork('derive', sheetWork(sheet));
    cache.set(key, known);
    known.catch(() => cache.delete(key));
  }
  return { ...sheet, ...(await known) };
}

/** A revision of a job derived (the newest when none is given); null when there is no such revision. */
export async function jobFile(db: Knex, jobId: string, revision?: number): Promise<JobFile | null> {
  const sheet = await jobSheet(db, jobId, revision);
  return sheet && withDossier(sheet);
}

const missing = (revision: number | undefined): never =>
  refuse(404, revision === undefined ? 'no such job' : `no revision ${revision} of this job`);

/** As `jobFile`. @throws Refusal where there is none */
export const requireFile = async (db: Knex, jobId: string, revision?: number): Promise<JobFile> =>
  (await jobFile(db, jobId, revision)) ?? missing(revision);

/** As `requireFile`, for whoever needs no dossier. @throws Refusal where there is none */
export const requireSheet = async (db: Knex, jobId: string, revision?: number): Promise<JobSheet> =>
  (await jobSheet(db, jobId, revision)) ?? missing(revision);
