import { progressOfAll } from '@ombrik/core/stock/cableWork';
import { type CutPiece, cutPieces, stepUsing } from '@ombrik/core/stock/cutPieces';
import type { Knex } from 'knex';
import type { JobFile } from '../boards/sheet.ts';
import { cableRecordsOf } from './cableRecords.ts';

/** Lengths of a job not cut yet: cable and sleeve of cables not cut, tube of those not shrunk. */
export async function leftToCut(db: Knex, file: JobFile): Promise<CutPiece[]> {
  const { cables } = file.dossier;
  const progress = progressOfAll(cables, await cableRecordsOf(db, file.job.id), file.workshop);
  const isDone = (cableId: string, step: 'cut' | 'shrunk') =>
    progress.get(cableId)?.steps.some((s) => s.step === step && s.done && !s.older) === true;
  return cutPieces(file.job, cables, file.workshop, undefined, file.board.brief.quantity).filter(
    (p) => !isDone(p.cableId, stepUsing(p)),
  );
}
