import type { Knex } from 'knex';
import { nanoid } from 'nanoid';
import { refuse } from '../refusal.ts';

export type MoveKind = 'receive' | 'take' | 'scrap' | 'count' | 'move' | 'reserve' | 'release' | 'correct';

export interface StockRow {
  id: string;
  /** Printed on its label. */
  number: number;
  articleId: string;
  unit: 'mm' | 'pcs';
  startQuantity: number;
  onHand: number;
  reserved: number;
  bin: string;
  widthMm: number | null;
  heightMm: number | null;
  unitCost: number | null;
  receivedAt: string;
  reservations: { jobId: string; jobNumber: number; quantity: number }[];
}

export interface MoveRow {
  id: number;
  kind: MoveKind;
  quantity: number;
  reserved: number;
  jobNumber: number | null;
  cableId: string | null;
  bin: string | null;
  note: string;
  corrects: number | null;
  correctedBy: number | null;
  personName: string;
  at: string;
}

export interface NewMove {
  kind: MoveKind;
  quantity: number;
  reserved?: number;
  jobId?: string | null;
  cableId?: string | null;
  bin?: string | null;
  note: string;
  corrects?: number | null;
  purchase?: { id: string; line: number } | null;
  key: string;
  part?: number;
}

const stockRow = (r: Record<string, unknown>): Omit<StockRow, 'reservations'> => ({
  id: r.id as string,
  number: r.number as number,
  articleId: r.article_id as string,
  unit: r.unit as StockRow['unit'],
  startQuantity: r.start_quantity as number,
  onHand: r.on_hand as number,
  reserved: r.reserved as number,
  bin: r.bin as string,
  widthMm: r.width_mm as number | null,
  heightMm: r.height_mm as number | null,
  unitCost: r.unit_cost as number | null,
  receivedAt: (r.received_at as Date).toISOString(),
});

/** Everything with something left of it, and what is reserved for whom. */
export async function listStock(db: Knex, where: { articleId?: string; emptyToo?: boolean } = {}): Promise<StockRow[]> {
  const query = db('stock').orderBy('received_at').orderBy('number');
  if (where.articleId) query.where({ article_id: where.articleId });
  if (!where.emptyToo) query.where('on_hand', '>', 0);
  // One after the other: inside a transaction there is one connection.
  const rows: Record<string, unknown>[] = await query;
  const reservations = await db('stock_reservations')
    .join('jobs', 'jobs.id', 'stock_reservations.job_id')
    .where('quantity', '>', 0)
    .select('stock_reservations.*', 'jobs.number as job_number');
  return rows.map((r) => ({
    ...stockRow(r),
    reservations: reservations
      .filter((x) => x.stock_id === r.id)
      .map((x) => ({ jobId: x.job_id, jobNumber: x.job_number, quantity: x.quantity })),
  }));
}

export async function listMoves(db: Knex, stockId: string): Promise<MoveRow[]> {
  const rows = await db('stock_moves')
    .join('people', 'people.id', 'stock_moves.person_id')
    .leftJoin('jobs', 'jobs.id', 'stock_moves.job_id')
    .where({ stock_id: stockId })
    .orderBy('stock_moves.id')
    .select('stock_moves.*', 'people.name as person_name', 'jobs.number as job_number');
  return rows.map((r) => ({
    id: Number(r.id),
    kind: r.kind,
    quantity: r.quantity,
    reserved: r.reserved,
    jobNumber: r.job_number,
    cableId: r.cable_id,
    bin: r.bin,
    note: r.note,
    corrects: r.corrects === null ? null : Number(r.corrects),
    correctedBy: Number(rows.find((x) => x.corrects === r.id)?.id ?? 0) || null,
    personName: r.person_name,
    at: r.at.toISOString(),
  }));
}

const VIOLATED: Readonly<Record<string, string>> = {
  never_overdrawn: 'there is not so much of it',
  reserved_is_there: 'the rest of it is reserved for other jobs',
  reservation_not_negative: 'not so much of it is reserved for this job',
};

/** One record of a move; the database keeps the balance. @throws Refusal when it would be overdrawn */
export async function addMove(trx: Knex, stockId: string, personId: string, move: NewMove): Promise<void> {
  try {
    await trx('stock_moves').insert({
      stock_id: stockId,
      kind: move.kind,
      quantity: move.quantity,
      reserved: move.reserved ?? 0,
      job_id: move.jobId ?? null,
      cable_id: move.cableId ?? null,
      bin: move.bin ?? null,
      unit_cost: trx.raw('(SELECT unit_cost FROM stock WHERE id = ?)', [stockId]),
      note: move.note,
      corrects: move.corrects ?? null,
      purchase_id: move.purchase?.id ?? null,
      purchase_line: move.purchase?.line ?? null,
      key: move.key,
      part: move.part ?? 0,
      person_id: personId,
    });
  } catch (error) {
    const said = VIOLATED[(error as { constraint?: string }).constraint ?? ''];
    if (said) refuse(409, said);
    throw error;
  }
}

/** Whether a key has been used: what was asked with it is done already. */
export const keyUsed = async (trx: Knex, key: string): Promise<boolean> =>
  (await trx('stock_moves').where({ key }).first('id')) !== undefined;

/** The id of the thing with this number on its label; null when there is none. */
export const stockByNumber = async (db: Knex, number: number): Promise<string | null> =>
  (await db('stock').where({ number }).first('id'))?.id ?? null;

/** The row, locked until the transaction ends; null when there is none. */
export async function lockStock(trx: Knex, id: string): Promise<Omit<StockRow, 'reservations'> | null> {
  const row = await trx('stock').where({ id }).forUpdate().first();
  return row ? stockRow(row) : null;
}

export const reservedFor = async (trx: Knex, stockId: string, jobId: string): Promise<number> =>
  (await trx('stock_reservations').where({ stock_id: stockId, job_id: jobId }).first())?.quantity ?? 0;

export interface Receipt {
  articleId: string;
  unit: 'mm' | 'pcs';
  quantity: number;
  bin: string;
  unitCost: number | null;
  widthMm?: number | null;
  heightMm?: number | null;
  note: string;
  purchase?: { id: string; line: number } | null;
  receivedAt?: Date;
  /** Length it was bought in, where this is a remnant of it. */
  startQuantity?: number;
  /** Comes back from a job's cable. */
  from?: { jobId: string; cableId: string };
}

/**
 * Something comes into the store: pieces go on the pile of the same article and bin, a length stays by itself.
 * @returns the id of its row
 */
export async function receive(trx: Knex, personId: string, receipt: Receipt, key: string, part = 0): Promise<string> {
  const { articleId, unit, quantity, bin, unitCost } = receipt;
  let id: string | null = null;
  if (unit === 'pcs' && !receipt.widthMm) {
    const pile = await trx('stock').where({ article_id: articleId, bin, unit: 'pcs' }).forUpdate().first();
    if (pile) {
      id = pile.id as string;
      // A pile of pieces bought at two prices costs what they cost on average.
      if (unitCost !== null) {
        const before = pile.unit_cost ?? unitCost;
        const average = (pile.on_hand * before + quantity * unitCost) / Math.max(1, pile.on_hand + quantity);
        await trx('stock').where({ id }).update({ unit_cost: average });
      }
    }
  }
  if (!id) {
    id = `st_${nanoid(12)}`;
    await trx('stock').insert({
      id,
      article_id: articleId,
      unit,
      start_quantity: receipt.startQuantity ?? quantity,
      bin,
      unit_cost: unitCost,
      width_mm: receipt.widthMm ?? null,
      height_mm: receipt.heightMm ?? null,
      ...(receipt.receivedAt ? { received_at: receipt.receivedAt } : {}),
    });
  }
  await addMove(trx, id, personId, {
    kind: 'receive',
    quantity,
    note: receipt.note,
    jobId: receipt.from?.jobId ?? null,
    cableId: receipt.from?.cableId ?? null,
    purchase: receipt.purchase ?? null,
    key,
    part,
  });
  return id;
}

/** Takes from one row for a job or for nobody; what is reserved for the job goes first. */
export async function take(
  trx: Knex,
  stockId: string,
  personId: string,
  wish: { quantity: number; jobId: string | null; cableId?: string | null; note: string; kind?: 'take' | 'scrap' },
  key: string,
  part = 0,
): Promise<void> {
  const row = await lockStock(trx, stockId);
  if (!row) refuse(409, 'no such thing in the store');
  const own = wish.jobId ? await reservedFor(trx, stockId, wish.jobId) : 0;
  const free = row.onHand - row.reserved + own;
  if (wish.quantity > free)
    refuse(
      409,
      `${wish.quantity} ${row.unit} of no. ${row.number} wanted, ${free} free${row.reserved > own ? `, ${row.reserved - own} reserved for other jobs` : ''}`,
    );
  await addMove(trx, stockId, personId, {
    kind: wish.kind ?? 'take',
    quantity: -wish.quantity,
    reserved: -Math.min(own, wish.quantity),
    jobId: wish.jobId,
    cableId: wish.cableId ?? null,
    note: wish.note,
    key,
    part,
  });
}

/** Sets some aside for a job. */
export async function reserve(
  trx: Knex,
  stockId: string,
  personId: string,
  wish: { quantity: number; jobId: string; note: string },
  key: string,
  part = 0,
): Promise<void> {
  const row = await lockStock(trx, stockId);
  if (!row) refuse(409, 'no such thing in the store');
  const free = row.onHand - row.reserved;
  if (wish.quantity > free) {
    const others = await trx('stock_reservations')
      .join('jobs', 'jobs.id', 'stock_reservations.job_id')
      .where({ stock_id: stockId })
      .where('quantity', '>', 0)
      .select('jobs.number', 'quantity');
    refuse(
      409,
      `${wish.quantity} ${row.unit} of no. ${row.number} wanted, ${free} free: ${others.map((o) => `job ${o.number} holds ${o.quantity}`).join(', ') || 'there is no more'}`,
    );
  }
  await addMove(trx, stockId, personId, {
    kind: 'reserve',
    quantity: 0,
    reserved: wish.quantity,
    jobId: wish.jobId,
    note: wish.note,
    key,
    part,
  });
}

/** Lets go of what is reserved for a job, of one row or of all of a kind of unit. */
export async function releaseAll(
  trx: Knex,
  personId: string,
  jobId: string,
  only: { stockId?: string; unit?: 'mm' | 'pcs' },
  note: string,
  key: string,
): Promise<number> {
  const query = trx('stock_reservations')
    .join('stock', 'stock.id', 'stock_reservations.stock_id')
    .where({ job_id: jobId })
    .where('quantity', '>', 0)
    .orderBy('stock_id')
    .select('stock_id', 'quantity');
  if (only.stockId) query.where({ stock_id: only.stockId });
  if (only.unit) query.where({ unit: only.unit });
  const rows: { stock_id: string; quantity: number }[] = await query;
  let part = 0;
  for (const row of rows) {
    await lockStock(trx, row.stock_id);
    await addMove(trx, row.stock_id, personId, {
      kind: 'release',
      quantity: 0,
      reserved: -row.quantity,
      jobId,
      note,
      key,
      part: part++,
    });
  }
  return rows.length;
}

/** Undoes one move by its opposite; the first stays in the history. */
export async function correct(trx: Knex, moveId: number, personId: string, note: string, key: string): Promise<void> {
  const move = await trx('stock_moves').where({ id: moveId }).first();
  if (!move) refuse(409, 'no such record');
  if (move.kind === 'correct' || move.kind === 'move')
    refuse(409, `a record of kind ${move.kind} is not corrected: record what is right`);
  await lockStock(trx, move.stock_id);
  try {
    await addMove(trx, move.stock_id, personId, {
      kind: 'correct',
      quantity: -move.quantity,
      reserved: -move.reserved,
      jobId: move.job_id,
      cableId: move.cable_id,
      note,
      corrects: moveId,
      key,
    });
  } catch (error) {
    if ((error as { constraint?: string }).constraint === 'corrected_once')
      refuse(409, 'this record has been corrected already');
    throw error;
  }
}
