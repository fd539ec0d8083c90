import { csvOf } from '@ombrik/core/engine/csv';
import { amountText, sumCents } from '@ombrik/core/stock/money';
import type { PurchaseList, UnpricedLine } from '@ombrik/core/stock/netNeeds';
import writeXlsx from 'write-excel-file/node';
import { cautions, closePaper, heading, openPaper, type PaperHead, paragraph, signOff, table } from './paper.ts';

/** What is bought where, and what nobody has offered yet: without it the sum is not the whole. */
export interface Purchases {
  lists: readonly PurchaseList[];
  unpriced: readonly UnpricedLine[];
  currency: string;
}

const quantityOf = (l: Pick<UnpricedLine, 'quantity' | 'unit'>) =>
  l.unit === 'mm' ? `${(l.quantity / 1000).toFixed(1)} m` : String(l.quantity);

/** Purchase list, one part a supplier; every total is the sum of the lines printed above it. */
export async function purchasePaper({ lists, unpriced, currency }: Purchases, head: PaperHead): Promise<Buffer> {
  const doc = openPaper(head);
  if (lists.length + unpriced.length === 0) paragraph(doc, 'Nothing to buy.');
  for (const list of lists) {
    heading(doc, `${list.supplier} · up to ${list.leadDays} days`);
    table(
      doc,
      [
        { title: 'Part', width: 220, value: (l) => l.name },
        { title: 'Pack', width: 60, value: (l) => l.pack },
        { title: 'Packs', width: 40, align: 'right', number: true, value: (l) => String(l.count) },
        { title: 'Comes to', width: 52, align: 'right', number: true, value: quantityOf },
        { title: 'Each', width: 50, align: 'right', number: true, value: (l) => l.priceEach.toFixed(2) },
        { title: 'Total', width: 56, align: 'right', number: true, value: (l) => l.total.toFixed(2) },
        { title: 'Order by', width: 60, align: 'right', number: true, value: (l) => l.orderBy ?? '' },
      ],
      list.lines,
    );
    paragraph(doc, `${list.supplier}, all lines: ${amountText(sumCents(list.lines.map((l) => l.total)))} ${currency}`);
  }
  if (unpriced.length > 0) {
    heading(doc, 'Without an offer yet');
    table(
      doc,
      [
        { title: 'Part', width: 320, value: (l) => l.name },
        { title: 'To buy', width: 80, align: 'right', number: true, value: quantityOf },
        { title: 'Order by', width: 80, align: 'right', number: true, value: (l) => l.orderBy ?? '' },
        { title: 'Price asked', width: 60, value: () => '' },
      ],
      unpriced,
    );
  }
  const sum = amountText(sumCents(lists.flatMap((l) => l.lines.map((x) => x.total))));
  heading(doc, `All suppliers: ${sum} ${currency}${notWhole(unpriced)}`);
  cautions(doc, [
    'Fuse links, lugs and cable follow the released revisions: look whether a job has changed before ordering.',
  ]);
  signOff(doc, ['Ordered by', 'Received and counted by']);
  return closePaper(doc, head);
}

/** Said beside a sum that leaves something out. */
const notWhole = ({ length }: readonly unknown[]): string =>
  length === 0 ? '' : `, not the whole: ${length} ${length === 1 ? 'part has' : 'parts have'} no offer yet`;

const COLUMNS = [
  'supplier',
  'article',
  'name',
  'pack',
  'packs',
  'quantity',
  'unit',
  'price_each',
  'total',
  'order_by',
] as const;
type Row = Record<(typeof COLUMNS)[number], string | number>;

const rowsOf = ({ lists, unpriced }: Purchases): Row[] => [
  ...lists.flatMap((list) =>
    list.lines.map((l) => ({
      supplier: list.supplier,
      article: l.articleId,
      name: l.name,
      pack: l.pack,
      packs: l.count,
      quantity: l.unit === 'mm' ? l.quantity / 1000 : l.quantity,
      unit: l.unit === 'mm' ? 'm' : 'pcs',
      price_each: l.priceEach,
      total: l.total,
      order_by: l.orderBy ?? '',
    })),
  ),
  ...unpriced.map((l) => ({
    supplier: '',
    article: l.articleId,
    name: l.name,
    pack: '',
    packs: '',
    quantity: l.unit === 'mm' ? l.quantity / 1000 : l.quantity,
    unit: l.unit === 'mm' ? 'm' : 'pcs',
    price_each: '',
    total: '',
    order_by: l.orderBy ?? '',
  })),
];

export const purchaseCsv = (purchases: Purchases): string =>
  csvOf(
    {
      supplier: 'words',
      article: 'words',
      name: 'words',
      pack: 'words',
      packs: 'figures',
      quantity: 'figures',
      unit: 'figures',
      price_each: 'figures',
      total: 'figures',
      order_by: 'figures',
    },
    rowsOf(purchases),
  );

/** The same as a spreadsheet, with the sum of its own lines at the foot. */
export async function purchaseXlsx(purchases: Purchases): Promise<Buffer> {
  const rows = rowsOf(purchases);
  const total = sumCents(rows.map((r) => Number(r.total))) / 100;
  const cell = (value: string | number) =>
    typeof value === 'number' ? { type: Number, value } : { type: String, value };
  const data = [
    COLUMNS.map((c) => ({ type: String, value: c, fontWeight: 'bold' as const })),
    ...rows.map((r) => COLUMNS.map((c) => cell(r[c]))),
    COLUMNS.map((c) =>
      c === 'name' ? cell(`All lines${notWhole(purchases.unpriced)}`) : c === 'total' ? cell(total) : null,
    ),
  ];
  return await writeXlsx(data).toBuffer();
}
