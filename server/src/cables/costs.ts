import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { partIndex } from '@ombrik/core/document/references';
import { reckonedHours } from '@ombrik/core/power/quote/quote';
import { partsOfBatch } from '@ombrik/core/stages/parts/partsOfBatch';
import { costRollUp, type Taken } from '@ombrik/core/stock/costRollUp';
import type { Knex } from 'knex';
import { jobFile } from '../boards/jobFile.ts';
import type { JobFile } from '../boards/sheet.ts';
import { releaseOf } from '../jobs/releases.ts';
import { listHours } from '../jobs/workHours.ts';
import { articleFinder } from '../store/articles.ts';
import { cableRecordsOf } from './cableRecords.ts';
import type { JobCosts } from './jobCosts.ts';

/** What was taken for a job, with what a redo or a rest too short has wasted. */
async function takenFor(db: Knex, file: JobFile): Promise<Taken[]> {
  const articleById = articleFinder(file.workshop, file.board.customParts);
  const moves = await db('stock_moves')
    .join('stock', 'stock.id', 'stock_moves.stock_id')
    .where({ 'stock_moves.job_id': file.job.id })
    .whereNot('stock_moves.quantity', 0)
    .orderBy('stock_moves.id')
    .select('stock_moves.*', 'stock.article_id');
  const redone = (await cableRecordsOf(db, file.job.id)).filter((r) => r.said.kind === 'redo');
  const corrected = new Set(moves.flatMap((m) => (m.corrects === null ? [] : [String(m.corrects)])));
  return moves
    .filter((m) => m.kind !== 'correct' && !corrected.has(String(m.id)))
    .map((m) => {
      const article = articleById(m.article_id);
      const at = m.at.toISOString();
      return {
        articleId: m.article_id,
        name: article?.name ?? m.article_id,
        quantity: -m.quantity,
        unitCost: m.unit_cost ?? article?.priceEach ?? null,
        wasted: m.kind === 'scrap' || m.kind === 'receive' || redone.some((r) => r.cableId === m.cable_id && r.at > at),
      };
    });
}

/** Planned against actual for a job: the plan is that of the released revision, or of the newest before that. */
export async function jobCosts(db: Knex, file: JobFile): Promise<JobCosts> {
  const release = await releaseOf(db, file.job.id);
  const planned = (release ? await jobFile(db, file.job.id, release.revision) : null) ?? file;
  const reckoned = reckonedHours(planned.board, planned.dossier, partIndex(planned.board, genericCatalogue));
  const worked = await listHours(db, file.job.id);
  const roll = costRollUp(partsOfBatch(planned.dossier.parts, planned.board.brief.quantity), await takenFor(db, file), {
    plannedH: Math.round(Object.values(reckoned).reduce((s, h) => s + h, 0) * 10) / 10,
    workedH: worked.reduce((s, h) => s + h.hours, 0),
    hourRate: file.workshop.hourRate,
  });
  return { ...roll, revision: planned.revision, released: release !== null, currency: file.workshop.currency };
}
