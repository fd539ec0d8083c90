import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import type { PartsLine } from '@ombrik/core/stages/parts/parts';
import { DEMO_LENGTHS, DEMO_LEVELS, DEMO_OFFCUTS, DEMO_OFFERS, DEMO_ORDER, DEMO_PIECES } from '@ombrik/demo/demoStore';
import type { Knex } from 'knex';
import { putOffers } from '../buying/offers.ts';
import { addPurchase } from '../buying/purchases.ts';
import { articleFinder } from './articles.ts';
import { receive, take } from './stock.ts';

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
  for (const [n, [articleId, widthMm, heightMm, bin, unitCost]] of DEMO_OFFCUTS.entries())
    await receive(
      trx,
      BY,
      {
        articleId,
        unit: 'pcs',
        quantity: 1,
        bin,
        unitCost,
        widthMm,
        heightMm,
        receivedAt: daysAgo(50),
        note: 'offcut',
      },
      'demo-offcuts',
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

/** What a finished job has used: bought in at its price or a little more, and taken for it. */
export async function seedTaken(trx: Knex, jobId: string, parts: readonly PartsLine[]): Promise<void> {
  for (const [n, p] of parts.entries()) {
    if (p.supply !== 'workshop') continue;
    const scale = p.unit === 'm' ? 1000 : 1;
    const quantity = Math.round(p.quantity * scale);
    // Every fifth line had become dearer, and some cable was cut twice.
    const unitCost = ((p.priceEach ?? 0) / scale) * (n % 5 === 0 ? 1.08 : 1);
    const more = p.group === 'cable' && n % 3 === 0 ? 420 : 0;
    const id = await receive(
      trx,
      BY,
      {
        articleId: p.partId,
        unit: p.unit === 'm' ? 'mm' : 'pcs',
        quantity: quantity + more,
        bin: `for job ${jobId.slice(-4)}`,
        unitCost,
        receivedAt: daysAgo(12),
        note: 'bought for one job',
      },
      `demo-${jobId}-in`,
      n,
    );
    await take(trx, id, BY, { quantity: quantity + more, jobId, note: 'built in' }, `demo-${jobId}-out`, n);
  }
}
