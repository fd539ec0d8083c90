import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { partIndex } from '@ombrik/core/document/references';
import { defaultWorkshop, type Workshop } from '@ombrik/core/document/workshop/workshop';
import { type Article, allArticles } from '@ombrik/core/stock/articles';
import type { Knex } from 'knex';
import { withRetry } from '../database/retry.ts';
import { findJob } from '../jobs/jobs.ts';
import { refuse } from '../refusal.ts';
import { readWorkshop } from '../workshop/workshopStore.ts';
import { articleFinder } from './articles.ts';
import { levelsOf, setLow } from './levels.ts';
import { addMove, correct, keyUsed, listStock, lockStock, receive, releaseAll, reserve, take } from './stock.ts';

const workshopOf = async (db: Knex): Promise<Workshop> => (await readWorkshop(db))?.values ?? defaultWorkshop;
const UNSORTED = 'unsorted';

/** Once for a key, in a transaction of its own: it is tried again where it lost to another one. */
const once = (db: Knex, key: string, work: (trx: Knex) => Promise<void>): Promise<void> =>
  withRetry(() =>
    db.transaction(async (trx) => {
      if (!(await keyUsed(trx, key))) await work(trx);
    }),
  );

/** Everything in the store by name, and what is kept of each thing at least. */
export async function storeNow(db: Knex) {
  const articleById = articleFinder(await workshopOf(db));
  const stock = await listStock(db);
  const free = new Map<string, number>();
  for (const s of stock) free.set(s.articleId, (free.get(s.articleId) ?? 0) + s.onHand - s.reserved);
  return {
    stock: stock.map((s) => {
      const article = articleById(s.articleId);
      return { ...s, name: article?.name ?? s.articleId, group: article?.group ?? ('device' as const) };
    }),
    levels: (await levelsOf(db)).map(({ articleId, low }) => ({
      articleId,
      name: articleById(articleId)?.name ?? articleId,
      unit: articleById(articleId)?.unit ?? ('pcs' as const),
      low,
      free: free.get(articleId) ?? 0,
    })),
  };
}

/** Everything that may come into the store. */
export async function articleList(db: Knex): Promise<Article[]> {
  const parts = partIndex({ customParts: [] }, genericCatalogue);
  return allArticles(genericCatalogue, parts, (await workshopOf(db)).sheets);
}

async function requireArticle(db: Knex, articleId: string): Promise<Article> {
  const article = articleFinder(await workshopOf(db))(articleId);
  return article ?? refuse(422, `articleId is "${articleId}"; accepted: an id of the catalogue`);
}

export interface ReceiveWish {
  articleId: string;
  quantity: number;
  times: number;
  bin: string;
  cost: number | null;
  boughtMm: number | null;
  widthMm: number | null;
  heightMm: number | null;
  note: string;
  key: string;
}

/** Something comes in, several alike at once. @returns ids of what was made @throws Refusal */
export async function receiveInto(db: Knex, personId: string, wish: ReceiveWish): Promise<string[]> {
  const article = await requireArticle(db, wish.articleId);
  if ((wish.widthMm === null) !== (wish.heightMm === null)) refuse(422, 'widthMm and heightMm go together');
  if (wish.widthMm !== null && article.group !== 'sheet') refuse(422, 'widthMm: only of sheet offcuts');
  const ids: string[] = [];
  await once(db, wish.key, async (trx) => {
    for (let n = 0; n < wish.times; n++)
      ids.push(
        await receive(
          trx,
          personId,
          {
            articleId: article.id,
            unit: article.unit,
            quantity: wish.quantity,
            bin: wish.bin.trim() || UNSORTED,
            unitCost: wish.cost === null ? null : wish.cost / (wish.quantity * wish.times),
            widthMm: wish.widthMm,
            heightMm: wish.heightMm,
            ...(wish.boughtMm === null ? {} : { startQuantity: Math.max(wish.boughtMm, wish.quantity) }),
            note: wish.note,
          },
          wish.key,
          n,
        ),
      );
  });
  return ids;
}

/** What is kept of a thing at least; null lets go of it. @throws Refusal */
export async function setLevel(db: Knex, articleId: string, low: number | null): Promise<void> {
  await requireArticle(db, articleId);
  await setLow(db, articleId, low);
}

async function requireJobOrNone(db: Knex, jobId: string | null): Promise<void> {
  if (jobId !== null && !(await findJob(db, jobId))) refuse(422, `jobId is "${jobId}"; accepted: a job, or null`);
}

/** Takes some out, for a job or for nobody. @throws Refusal */
export async function takeOut(
  db: Knex,
  personId: string,
  stockId: string,
  { key, ...wish }: { quantity: number; jobId: string | null; note: string; key: string },
): Promise<void> {
  await requireJobOrNone(db, wish.jobId);
  await once(db, key, (trx) => take(trx, stockId, personId, wish, key));
}

/** Throws some away. @throws Refusal */
export const scrap = (
  db: Knex,
  personId: string,
  stockId: string,
  { key, ...wish }: { quantity: number; note: string; key: string },
): Promise<void> => once(db, key, (trx) => take(trx, stockId, personId, { ...wish, jobId: null, kind: 'scrap' }, key));

/** Sets some aside for a job. @throws Refusal */
export async function setAside(
  db: Knex,
  personId: string,
  stockId: string,
  { key, ...wish }: { quantity: number; jobId: string; key: string },
): Promise<void> {
  await requireJobOrNone(db, wish.jobId);
  await once(db, key, (trx) => reserve(trx, stockId, personId, { ...wish, note: '' }, key));
}

/** Lets go of what is set aside for a job. @throws Refusal */
export const giveBack = (
  db: Knex,
  personId: string,
  stockId: string,
  { jobId, key }: { jobId: string; key: string },
): Promise<void> =>
  once(db, key, async (trx) => {
    const count = await releaseAll(trx, personId, jobId, { stockId }, '', key);
    if (count === 0) refuse(409, 'nothing of it is reserved for this job');
  });

const requireRow = async (trx: Knex, stockId: string) =>
  (await lockStock(trx, stockId)) ?? refuse(409, 'no such thing in the store');

/** Counted: what there is takes the place of what was believed. @throws Refusal */
export const countAgain = (
  db: Knex,
  personId: string,
  stockId: string,
  { counted, note, key }: { counted: number; note: string; key: string },
): Promise<void> =>
  once(db, key, async (trx) => {
    const row = await requireRow(trx, stockId);
    if (counted < row.reserved)
      refuse(409, `counted ${counted}, but ${row.reserved} are reserved: let go of some first`);
    const quantity = counted - row.onHand;
    await addMove(trx, row.id, personId, { kind: 'count', quantity, note: note || `counted ${counted}`, key });
  });

/** To another place. @throws Refusal */
export const moveTo = (
  db: Knex,
  personId: string,
  stockId: string,
  { bin, key }: { bin: string; key: string },
): Promise<void> =>
  once(db, key, async (trx) => {
    const row = await requireRow(trx, stockId);
    const place = bin.trim() || UNSORTED;
    await addMove(trx, row.id, personId, { kind: 'move', quantity: 0, bin: place, note: `from ${row.bin}`, key });
  });

/** Takes a record back by another one. @throws Refusal */
export const putRight = (
  db: Knex,
  personId: string,
  { moveId, note, key }: { moveId: number; note: string; key: string },
): Promise<void> => once(db, key, (trx) => correct(trx, moveId, personId, note, key));
