import type { Id } from '../document/basics.ts';
import type { Article } from './articles.ts';
import type { Offer } from './packs.ts';

/**
 * What the cheapest offer asks for a piece or a metre, in whole cents so that a printed price times its count is right.
 * @example
 * offerPrices([], () => null); // {}
 */
export function offerPrices(
  offers: readonly Offer[],
  articleById: (id: Id) => Pick<Article, 'unit'> | null,
): Record<Id, number> {
  const prices: Record<Id, number> = {};
  for (const o of offers) {
    const scale = articleById(o.articleId)?.unit === 'mm' ? 1000 : 1;
    const each = (o.packPrice / o.packQuantity) * scale;
    const price = each > 0 ? Math.max(0.01, Math.round(each * 100) / 100) : 0;
    prices[o.articleId] = Math.min(prices[o.articleId] ?? Number.POSITIVE_INFINITY, price);
  }
  return prices;
}
