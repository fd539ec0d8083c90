import type { Knex } from 'knex';

/** Of how much of an article the store is to be filled up. */
export const levelsOf = async (db: Knex): Promise<{ articleId: string; low: number }[]> =>
  (await db('stock_levels').orderBy('article_id').select('article_id', 'low')).map((l) => ({
    articleId: l.article_id,
    low: l.low,
  }));

/** null lets go of the level. */
export async function setLow(db: Knex, articleId: string, low: number | null): Promise<void> {
  if (low === null) await db('stock_levels').where({ article_id: articleId }).delete();
  else
    await db('stock_levels').insert({ article_id: articleId, low }).onConflict(['workshop_id', 'article_id']).merge();
}
