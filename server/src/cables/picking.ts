import type { PartsLine } from '@ombrik/core/stages/parts/parts';
import { partsOfBatch } from '@ombrik/core/stages/parts/partsOfBatch';
import { freeFor } from '@ombrik/core/stock/rods';
import type { Knex } from 'knex';
import type { JobFile } from '../boards/sheet.ts';
import { keyUsed, listStock, reserve, take } from '../store/stock.ts';

export interface PickLine {
  articleId: string;
  group: PartsLine['group'];
  name: string;
  needed: number;
  taken: number;
  /** Set aside for this job and not taken yet. */
  reserved: number;
  places: { stockId: string; number: number; bin: string; free: number }[];
}

/** Net pieces a job has taken, by article. */
export async function piecesTaken(db: Knex, jobId: string): Promise<Record<string, number>> {
  const rows: { article_id: string; quantity: string }[] = await db('stock_moves')
    .join('stock', 'stock.id', 'stock_moves.stock_id')
    .where({ 'stock_moves.job_id': jobId, unit: 'pcs' })
    .groupBy('article_id')
    .select('article_id')
    .sum({ quantity: 'stock_moves.quantity' });
  return Object.fromEntries(rows.map((m) => [m.article_id, -Number(m.quantity)]));
}

/** What a job still needs by the piece, and where it lies. */
export async function pickList(db: Knex, file: JobFile): Promise<PickLine[]> {
  const stock = await listStock(db);
  const taken = await piecesTaken(db, file.job.id);
  const own = new Set([file.job.id]);
  return partsOfBatch(file.dossier.parts, file.board.brief.quantity)
    .filter((p) => p.unit === 'pcs' && p.supply === 'workshop')
    .map((p) => {
      const rows = stock.filter((s) => s.articleId === p.partId && s.widthMm === null);
      return {
        articleId: p.partId,
        group: p.group,
        name: p.name,
        needed: p.quantity,
        taken: Math.max(0, taken[p.partId] ?? 0),
        reserved: rows.reduce((s, r) => s + (r.reservations.find((x) => x.jobId === file.job.id)?.quantity ?? 0), 0),
        places: rows.map((r) => ({ stockId: r.id, number: r.number, bin: r.bin, free: freeFor(r, own) })),
      };
    });
}

/**
 * Takes or sets aside what a job still needs of one article, or of everything there is for it.
 * @returns how many pieces
 */
export async function pick(
  db: Knex,
  file: JobFile,
  personId: string,
  wish: { way: 'take' | 'reserve'; articleId: string | null },
  key: string,
): Promise<number> {
  return db.transaction(async (trx) => {
    if (await keyUsed(trx, key)) return 0;
    // Two presses at once for one job wait for each other and see what the first has taken.
    await trx('jobs').where({ id: file.job.id }).forUpdate().first('id');
    let part = 0;
    let pieces = 0;
    const lines = (await pickList(trx, file)).filter((l) => wish.articleId === null || l.articleId === wish.articleId);
    for (const line of lines) {
      let left = line.needed - line.taken - (wish.way === 'reserve' ? line.reserved : 0);
      for (const place of line.places) {
        const free = wish.way === 'reserve' ? place.free - line.reserved : place.free;
        const quantity = Math.min(left, free);
        if (quantity <= 0) continue;
        if (wish.way === 'take')
          await take(trx, place.stockId, personId, { quantity, jobId: file.job.id, note: 'picked' }, key, part++);
        else await reserve(trx, place.stockId, personId, { quantity, jobId: file.job.id, note: 'picked' }, key, part++);
        left -= quantity;
        pieces += quantity;
      }
    }
    return pieces;
  });
}
