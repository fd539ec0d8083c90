import type { Knex } from 'knex';
import { nanoid } from 'nanoid';
import { refuse } from '../refusal.ts';
import type { articleFinder } from '../store/articles.ts';
import { keyUsed, receive } from '../store/stock.ts';

export interface PurchaseLine {
  line: number;
  articleId: string;
  name: string;
  unit: 'mm' | 'pcs';
  packs: number;
  packQuantity: number;
  packPrice: number;
  received: number;
  givenUp: number;
  /** Still to come, in pieces or millimetres. */
  open: number;
}

export interface Purchase {
  id: string;
  number: number;
  supplier: string;
  note: string;
  orderedAt: string;
  expectedOn: string | null;
  personName: string;
  lines: PurchaseLine[];
  total: number;
}

// Rows of sums have no type of their own in the query builder.
// biome-ignore lint/suspicious/noExplicitAny: columns are named where they are read
type Row = any;

/** Orders with what has come of them; those wholly received last. */
export async function listPurchases(db: Knex): Promise<Purchase[]> {
  const heads: Row[] = await db('purchases')
    .join('people', 'people.id', 'purchases.person_id')
    .orderBy('number', 'desc')
    .select('purchases.*', 'people.name as person_name');
  const lines: Row[] = await db('purchase_lines').orderBy('line');
  const received: Row[] = await db('stock_moves')
    .leftJoin('stock_moves as c', 'c.corrects', 'stock_moves.id')
    .whereNotNull('stock_moves.purchase_id')
    .whereNull('c.id')
    .groupBy('stock_moves.purchase_id', 'stock_moves.purchase_line')
    .select('stock_moves.purchase_id', 'stock_moves.purchase_line')
    .sum({ quantity: 'stock_moves.quantity' });
  return heads.map((h) => {
    const own = lines
      .filter((l) => l.purchase_id === h.id)
      .map((l): PurchaseLine => {
        const got = received.find((r) => r.purchase_id === h.id && r.purchase_line === l.line);
        const ordered = l.packs * l.pack_quantity;
        const receivedQuantity = Number(got?.quantity ?? 0);
        return {
          line: l.line,
          articleId: l.article_id,
          name: l.name,
          unit: l.unit,
          packs: l.packs,
          packQuantity: l.pack_quantity,
          packPrice: Number(l.pack_price),
          received: receivedQuantity,
          givenUp: l.given_up,
          open: Math.max(0, ordered - receivedQuantity - l.given_up),
        };
      });
    return {
      id: h.id,
      number: h.number,
      supplier: h.supplier,
      note: h.note,
      orderedAt: h.ordered_at.toISOString(),
      expectedOn: h.expected_on,
      personName: h.person_name,
      lines: own,
      total: own.reduce((s, l) => s + Math.round(l.packs * l.packPrice * 100), 0) / 100,
    };
  });
}

export interface NewPurchase {
  supplier: string;
  note: string;
  expectedOn: string | null;
  lines: { articleId: string; packs: number; packQuantity: number; packPrice: number }[];
}

export async function addPurchase(
  db: Knex,
  personId: string,
  wish: NewPurchase,
  articleById: ReturnType<typeof articleFinder>,
): Promise<string> {
  const id = `po_${nanoid(12)}`;
  await db.transaction(async (trx) => {
    await trx('purchases').insert({
      id,
      supplier: wish.supplier,
      note: wish.note,
      expected_on: wish.expectedOn,
      person_id: personId,
    });
    await trx('purchase_lines').insert(
      wish.lines.map((l, i) => ({
        purchase_id: id,
        line: i + 1,
        article_id: l.articleId,
        name: articleById(l.articleId)!.name,
        unit: articleById(l.articleId)!.unit,
        packs: l.packs,
        pack_quantity: l.packQuantity,
        pack_price: l.packPrice,
      })),
    );
  });
  return id;
}

/** Some of an order has come: it goes into the store at the price it was ordered for, a length pack by pack. */
export async function receiveLine(
  db: Knex,
  personId: string,
  purchaseId: string,
  line: number,
  wish: { quantity: number; bin: string; note: string },
  key: string,
): Promise<void> {
  await db.transaction(async (trx) => {
    if (await keyUsed(trx, key)) return;
    // Of two who receive the same line one waits for the other.
    await trx('purchases').where({ id: purchaseId }).forUpdate().first('id');
    const purchase = (await listPurchases(trx)).find((p) => p.id === purchaseId);
    const own = purchase?.lines.find((l) => l.line === line);
    if (!own) refuse(409, 'no such line of an order');
    if (wish.quantity > own.open)
      refuse(
        409,
        `${wish.quantity} ${own.unit} received, ${own.open} are still to come: receive the rest without an order`,
      );
    const receipt = {
      articleId: own.articleId,
      unit: own.unit,
      bin: wish.bin,
      unitCost: own.packPrice / own.packQuantity,
      note: wish.note || `order ${purchase!.number}`,
      purchase: { id: purchaseId, line },
    };
    if (own.unit === 'pcs') {
      await receive(trx, personId, { ...receipt, quantity: wish.quantity }, key);
      return;
    }
    for (let left = wish.quantity, part = 0; left > 0; left -= own.packQuantity, part++)
      await receive(
        trx,
        personId,
        { ...receipt, quantity: Math.min(left, own.packQuantity), startQuantity: own.packQuantity },
        key,
        part,
      );
  });
}

/** What will not come any more of a line is let go: the need shows again. */
export async function giveUpLine(db: Knex, purchaseId: string, line: number): Promise<void> {
  const open =
    (await listPurchases(db)).find((p) => p.id === purchaseId)?.lines.find((l) => l.line === line)?.open ?? 0;
  if (open === 0) refuse(409, 'nothing of this line is still to come');
  await db('purchase_lines').where({ purchase_id: purchaseId, line }).increment('given_up', open);
}
