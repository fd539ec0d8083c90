import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { partIndex } from '@ombrik/core/document/references';
import { num, orNull, record, text } from '@ombrik/core/document/schemaKit';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { allArticles } from '@ombrik/core/stock/articles';
import { Hono } from 'hono';
import type { Knex } from 'knex';
import { stockLabels } from '../papers/stockLabels.ts';
import { articleFinder } from '../store/articles.ts';
import { findJob } from '../store/jobs.ts';
import { withRetry } from '../store/retry.ts';
import {
  addMove,
  correct,
  keyUsed,
  listMoves,
  listStock,
  lockStock,
  receive,
  releaseAll,
  reserve,
  StoreRefusal,
  take,
} from '../store/stock.ts';
import { readWorkshop } from '../store/workshopStore.ts';
import { onePress } from './onePress.ts';
import { body, refuse } from './problems.ts';
import { type AppEnv, signedIn } from './session.ts';

const key = () => text(8, 64);
const quantity = (min = 1) => num({ min, max: 10_000_000, integer: true });
const receiveBody = record({
  articleId: text(1, 80),
  /** Each of them, in whole millimetres or pieces. */
  quantity: quantity(),
  /** How many reels or sticks of that length; 1 for pieces. */
  times: num({ min: 1, max: 100, integer: true }),
  bin: text(1, 40),
  /** What all of it cost together; null when nobody knows. */
  cost: orNull(num({ min: 0, max: 1e6 })),
  /** Length it was bought in, where this is a remnant of it. */
  boughtMm: orNull(quantity()),
  /** An offcut of sheet. */
  widthMm: orNull(num({ min: 10, max: 5000, unit: 'mm', integer: true })),
  heightMm: orNull(num({ min: 10, max: 5000, unit: 'mm', integer: true })),
  note: text(0, 200),
  key: key(),
});
const takeBody = record({ quantity: quantity(), jobId: orNull(text(1, 64)), note: text(0, 200), key: key() });
const reserveBody = record({ quantity: quantity(), jobId: text(1, 64), key: key() });
const releaseBody = record({ jobId: text(1, 64), key: key() });
const countBody = record({ counted: quantity(0), note: text(0, 200), key: key() });
const moveBody = record({ bin: text(1, 40), key: key() });
const scrapBody = record({ quantity: quantity(), note: text(1, 200), key: key() });
const correctBody = record({ moveId: num({ min: 1, max: 1e15, integer: true }), note: text(1, 200), key: key() });
const levelBody = record({ articleId: text(1, 80), low: orNull(quantity(0)) });

const workshopOf = async (db: Knex) => (await readWorkshop(db))?.values ?? defaultWorkshop;

async function jobOr404(db: Knex, id: string | null): Promise<void> {
  if (id && !(await findJob(db, id))) refuse(422, `jobId is "${id}"; accepted: a job, or null`);
}

/** The store: what lies where, what comes in and goes out. Nothing is edited; a mistake is corrected by another record. */
export const stockRoutes = new Hono<AppEnv>()
  .use(signedIn, onePress)
  .get('/', async (c) => {
    const db = c.get('db');
    const articleById = articleFinder(await workshopOf(db));
    const [stock, levels] = await Promise.all([listStock(db), db('stock_levels').select('article_id', 'low')]);
    const free = new Map<string, number>();
    for (const s of stock) free.set(s.articleId, (free.get(s.articleId) ?? 0) + s.onHand - s.reserved);
    return c.json({
      stock: stock.map((s) => {
        const article = articleById(s.articleId);
        return { ...s, name: article?.name ?? s.articleId, group: article?.group ?? 'device' };
      }),
      levels: levels.map((l) => ({
        articleId: l.article_id as string,
        name: articleById(l.article_id)?.name ?? (l.article_id as string),
        unit: articleById(l.article_id)?.unit ?? ('pcs' as const),
        low: l.low as number,
        free: free.get(l.article_id) ?? 0,
      })),
    });
  })
  .get('/articles', async (c) => {
    const workshop = await workshopOf(c.get('db'));
    const parts = partIndex({ customParts: [] }, genericCatalogue);
    return c.json({ articles: allArticles(genericCatalogue, parts, workshop.sheets) });
  })
  .post('/receive', body(receiveBody), async (c) => {
    const db = c.get('db');
    const wish = c.req.valid('json');
    const article = articleFinder(await workshopOf(db))(wish.articleId);
    if (!article) refuse(422, `articleId is "${wish.articleId}"; accepted: an id of the catalogue`);
    if ((wish.widthMm === null) !== (wish.heightMm === null)) refuse(422, 'widthMm and heightMm go together');
    if (wish.widthMm !== null && article.group !== 'sheet') refuse(422, 'widthMm: only of sheet offcuts');
    const each = wish.cost === null ? null : wish.cost / (wish.quantity * wish.times);
    const ids = await db.transaction(async (trx) => {
      if (await keyUsed(trx, wish.key)) return [];
      const made: string[] = [];
      for (let n = 0; n < wish.times; n++)
        made.push(
          await receive(
            trx,
            c.get('person').id,
            {
              articleId: article.id,
              unit: article.unit,
              quantity: wish.quantity,
              bin: wish.bin.trim() || 'unsorted',
              unitCost: each,
              widthMm: wish.widthMm,
              heightMm: wish.heightMm,
              ...(wish.boughtMm === null ? {} : { startQuantity: Math.max(wish.boughtMm, wish.quantity) }),
              note: wish.note,
            },
            wish.key,
            n,
          ),
        );
      return made;
    });
    return c.json({ ids }, 201);
  })
  .get('/labels.pdf', async (c) => {
    const db = c.get('db');
    const articleById = articleFinder(await workshopOf(db));
    const rows = (await listStock(db)).map((s) => ({ ...s, name: articleById(s.articleId)?.name ?? s.articleId }));
    return c.body(new Uint8Array(await stockLabels(rows, new URL(c.req.url).origin)), 200, {
      'Content-Type': 'application/pdf',
      'Content-Disposition': 'inline; filename="stock-labels.pdf"',
    });
  })
  .post('/levels', body(levelBody), async (c) => {
    const db = c.get('db');
    const { articleId, low } = c.req.valid('json');
    if (!articleFinder(await workshopOf(db))(articleId))
      refuse(422, `articleId is "${articleId}"; accepted: an id of the catalogue`);
    if (low === null) await db('stock_levels').where({ article_id: articleId }).delete();
    else await db('stock_levels').insert({ article_id: articleId, low }).onConflict('article_id').merge();
    return c.json({ ok: true });
  })
  .get('/:id/moves', async (c) => c.json({ moves: await listMoves(c.get('db'), c.req.param('id')) }))
  .post('/:id/take', body(takeBody), async (c) => {
    const { key: k, ...wish } = c.req.valid('json');
    await jobOr404(c.get('db'), wish.jobId);
    await once(c.get('db'), k, (trx) => take(trx, c.req.param('id'), c.get('person').id, wish, k));
    return c.json({ ok: true }, 201);
  })
  .post('/:id/scrap', body(scrapBody), async (c) => {
    const { key: k, ...wish } = c.req.valid('json');
    await once(c.get('db'), k, (trx) =>
      take(trx, c.req.param('id'), c.get('person').id, { ...wish, jobId: null, kind: 'scrap' }, k),
    );
    return c.json({ ok: true }, 201);
  })
  .post('/:id/reserve', body(reserveBody), async (c) => {
    const { key: k, ...wish } = c.req.valid('json');
    await jobOr404(c.get('db'), wish.jobId);
    await once(c.get('db'), k, (trx) => reserve(trx, c.req.param('id'), c.get('person').id, { ...wish, note: '' }, k));
    return c.json({ ok: true }, 201);
  })
  .post('/:id/release', body(releaseBody), async (c) => {
    const { key: k, jobId } = c.req.valid('json');
    await once(c.get('db'), k, async (trx) => {
      const n = await releaseAll(trx, c.get('person').id, jobId, { stockId: c.req.param('id') }, '', k);
      if (n === 0) throw new StoreRefusal('nothing of it is reserved for this job');
    });
    return c.json({ ok: true }, 201);
  })
  .post('/:id/count', body(countBody), async (c) => {
    const { key: k, counted, note } = c.req.valid('json');
    await once(c.get('db'), k, async (trx) => {
      const row = await lockStock(trx, c.req.param('id'));
      if (!row) throw new StoreRefusal('no such thing in the store');
      if (counted < row.reserved)
        throw new StoreRefusal(`counted ${counted}, but ${row.reserved} are reserved: let go of some first`);
      await addMove(trx, row.id, c.get('person').id, {
        kind: 'count',
        quantity: counted - row.onHand,
        note: note || `counted ${counted}`,
        key: k,
      });
    });
    return c.json({ ok: true }, 201);
  })
  .post('/:id/move', body(moveBody), async (c) => {
    const { key: k, bin } = c.req.valid('json');
    await once(c.get('db'), k, async (trx) => {
      const row = await lockStock(trx, c.req.param('id'));
      if (!row) throw new StoreRefusal('no such thing in the store');
      await addMove(trx, row.id, c.get('person').id, {
        kind: 'move',
        quantity: 0,
        bin: bin.trim() || 'unsorted',
        note: `from ${row.bin}`,
        key: k,
      });
    });
    return c.json({ ok: true }, 201);
  })
  .post('/correct', body(correctBody), async (c) => {
    const { key: k, moveId, note } = c.req.valid('json');
    await once(c.get('db'), k, (trx) => correct(trx, moveId, c.get('person').id, note, k));
    return c.json({ ok: true }, 201);
  });

/** Does something once for a key, in a transaction of its own. */
const once = (db: Knex, key: string, work: (trx: Knex) => Promise<void>): Promise<void> =>
  withRetry(() =>
    db.transaction(async (trx) => {
      if (!(await keyUsed(trx, key))) await work(trx);
    }),
  );
