import { contentHash } from '@ombrik/core/document/contentHash';
import type { Knex } from 'knex';
import { jobFile, requireSheet } from '../boards/jobFile.ts';
import { inWorkshop } from '../database/inWorkshop.ts';

/** What a job was at a moment: its board, and what everything about it comes to. */
export interface JobFingerprint {
  workshopId: string;
  jobId: string;
  number: number;
  revision: number;
  board: string;
  /** Null where the board cannot be worked out. */
  dossier: string | null;
}

/**
 * Every job of every workshop (or of one), derived.
 * @param owner connections of who owns the database, or a transaction of theirs
 */
export async function fingerprintsOf(owner: Knex, only?: string): Promise<JobFingerprint[]> {
  const found: JobFingerprint[] = [];
  const shops = await owner('workshops')
    .orderBy('id')
    .select('id')
    .modify((q) => only && q.where({ id: only }));
  for (const { id: workshopId } of shops) {
    const db = inWorkshop(owner, workshopId);
    const jobs: { id: string; number: number; revision: number }[] = await db('jobs')
      .where({ workshop_id: workshopId })
      .orderBy('number')
      .select('id', 'number', 'revision');
    for (const { id: jobId, number, revision } of jobs) {
      const file = await jobFile(db, jobId).catch(() => null);
      const { board } = file ?? (await requireSheet(db, jobId));
      found.push({
        ...{ workshopId, jobId, number, revision },
        ...{ board: contentHash(board), dossier: file?.dossierFingerprint ?? null },
      });
    }
  }
  return found;
}

/** What is not the same, in words; empty where all is. `core` tells whether the same program worked it out. */
export function differences(
  was: readonly JobFingerprint[],
  now: readonly JobFingerprint[],
  sameCore: boolean,
): string[] {
  const found = new Map(now.map((j) => [`${j.workshopId} ${j.jobId}`, j]));
  const said = was.flatMap((before): string[] => {
    const after = found.get(`${before.workshopId} ${before.jobId}`);
    const name = `job ${before.number}`;
    if (!after) return [`${name} is missing`];
    if (after.revision !== before.revision) return [`${name} is at revision ${after.revision}, was ${before.revision}`];
    if (after.board !== before.board && sameCore) return [`${name} is another board`];
    if (after.dossier !== before.dossier && sameCore) return [`${name} comes to something else when worked out`];
    return [];
  });
  return now.length > was.length ? [...said, `${now.length - was.length} jobs are more than there were`] : said;
}
