import type { Offer } from '@ombrik/core/stock/packs';
import type { Knex } from 'knex';
import { nanoid } from 'nanoid';

const offerRow = (r: Record<string, unknown>): Offer => ({
  id: r.id as string,
  articleId: r.article_id as string,
  supplier: r.supplier as string,
  packQuantity: r.pack_quantity as number,
  packPrice: Number(r.pack_price),
  leadDays: r.lead_days as number,
});

export const listOffers = async (db: Knex): Promise<Offer[]> =>
  (await db('offers').orderBy('article_id').orderBy('supplier').orderBy('pack_quantity')).map(offerRow);

/** Puts offers in; one for the same article, supplier and pack takes the place of the older. */
export async function putOffers(db: Knex, offers: readonly Omit<Offer, 'id'>[]): Promise<void> {
  if (offers.length === 0) return;
  await db('offers')
    .insert(
      offers.map((o) => ({
        id: `of_${nanoid(12)}`,
        article_id: o.articleId,
        supplier: o.supplier,
        pack_quantity: o.packQuantity,
        pack_price: o.packPrice,
        lead_days: o.leadDays,
      })),
    )
    .onConflict(['workshop_id', 'article_id', 'supplier', 'pack_quantity'])
    .merge(['pack_price', 'lead_days']);
}

/** @returns whether there was such an offer */
export const removeOffer = async (db: Knex, id: string): Promise<boolean> =>
  (await db('offers').where({ id }).delete()) > 0;
