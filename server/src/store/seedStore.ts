import { defaultWorkshop } from '@ombrik/core/rules/workshop';
import { DEMO_LENGTHS, DEMO_LEVELS, DEMO_OFFERS, DEMO_ORDER, DEMO_PIECES } from '@ombrik/demo/demoStore';
import type { Knex } from 'knex';
import { articleFinder } from './articles.ts';
import { addPurchase, putOffers } from './buying.ts';
import { receive } from './stock.ts';

const BY = 'pe_assembler';
const daysAgo = (days: number) => new Date(Date.now() - days * 86_400_000);

/** Puts the invented store, offers and one order under way into an empty demo database. */
export async function seedStore(trx: Knex): Promise<void> {
  const articleById = articleFinder(defaultWorkshop);
  for (const [n, [articleId, boughtM, leftM, bin, costPerM, days]] of DEMO_LENGTHS.entries())
    await receive(
      trx,
      BY,
      {
        articleId,
        unit: 'mm',
        quantity: Math.round(leftM * 1000),
        startQuantity: Math.round(boughtM * 1000),
        bin,
        unitCost: costPerM / 1000,
        receivedAt: daysAgo(days),
        note: 'first stocktake',
      },
      'demo-lengths',
      n,
    );
  for (const [n, [articleId, quantity, bin, unitCost]] of DEMO_PIECES.entries())
    await receive(
      trx,
      BY,
      { articleId, unit: 'pcs', quantity, bin, unitCost, receivedAt: daysAgo(30), note: 'first stocktake' },
      'demo-pieces',
      n,
    );
  await trx('stock_levels').insert(DEMO_LEVELS.map(([article_id, low]) => ({ article_id, low })));
  await putOffers(
    trx,
    DEMO_OFFERS.map(([articleId, supplier, pack, packPrice, leadDays]) => ({
      articleId,
      supplier,
      packQuantity: articleById(articleId)?.unit === 'mm' ? Math.round(pack * 1000) : pack,
      packPrice,
      leadDays,
    })),
  );
  const purchaseId = await addPurchase(
    trx,
    'pe_designer',
    {
      supplier: DEMO_ORDER.supplier,
      note: '',
      expectedOn: null,
      lines: DEMO_ORDER.lines.map(([articleId, packs, packQuantity, packPrice]) => ({
        articleId,
        packs,
        packQuantity,
        packPrice,
      })),
    },
    articleById,
  );
  for (const [i, [articleId, , packQuantity, packPrice, come]] of DEMO_ORDER.lines.entries())
    if (come > 0)
      await receive(
        trx,
        BY,
        {
          articleId,
          unit: 'pcs',
          quantity: come,
          bin: 'goods in',
          unitCost: packPrice / packQuantity,
          note: 'first of two',
          purchase: { id: purchaseId, line: i + 1 },
        },
        'demo-order',
        i,
      );
}
