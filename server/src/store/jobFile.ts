import { derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { fingerprint } from '@ombrik/core/document/fingerprint';
import { defaultWorkshop, type Workshop } from '@ombrik/core/document/workshop/workshop';
import type { Dossier } from '@ombrik/core/dossier';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import type { Knex } from 'knex';
import { LRUCache } from 'lru-cache';
import { boardAt, findJob, type JobRow } from './jobs.ts';
import { readWorkshop } from './workshopStore.ts';

/** A job at one revision with everything derived from it. */
export interface JobFile {
  job: JobRow;
  revision: number;
  board: Board;
  dossier: Dossier;
  dossierFingerprint: string;
  workshop: Workshop;
}

const cache = new LRUCache<string, { dossier: Dossier; dossierFingerprint: string }>({ max: 60 });

/** The authoritative dossier of a revision (the newest when none is given); null when there is no such revision. */
export async function jobFile(db: Knex, jobId: string, revision?: number): Promise<JobFile | null> {
  const job = await findJob(db, jobId);
  if (!job) return null;
  const at = revision ?? job.revision;
  const board = await boardAt(db, jobId, at);
  if (!board) return null;
  const workshop = (await readWorkshop(db))?.values ?? defaultWorkshop;
  const key = `${jobId}/${at}/${workshop.version}`;
  let known = cache.get(key);
  if (!known) {
    const dossier = derive(board, genericCatalogue, profileOf(board, workshop), workshop);
    known = { dossier, dossierFingerprint: fingerprint(dossier) };
    cache.set(key, known);
  }
  return { job, revision: at, board, workshop, ...known };
}
