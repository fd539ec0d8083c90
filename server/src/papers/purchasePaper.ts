import { amountText, sumCents } from '@ombrik/core/stock/money';
import type { PurchaseList } from '@ombrik/core/stock/netNeeds';
import Papa from 'papaparse';
import writeXlsx from 'write-excel-file/node';
import { cautions, closePaper, heading, openPaper, type PaperHead, paragraph, signOff, table } from './paper.ts';

const quantityOf = (l: PurchaseList['lines'][number]) =>
  l.unit === 'mm' ? `${(l.quantity / 1000).toFixed(1)} m` : String(l.quantity);

/** Purchase list, one part a supplier; every total is the sum of the lines printed above it. */
export async function purchasePaper(
  lists: readonly PurchaseList[],
  currency: string,
  head: PaperHead,
): Promise<Buffer> {
  const doc = openPaper(head);
  if (lists.length === 0) paragraph(doc, 'Nothing to buy, or no offers for what is missing.');
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
  heading(doc, `All suppliers: ${amountText(sumCents(lists.flatMap((l) => l.lines.map((x) => x.total))))} ${currency}`);
  cautions(doc, [
    'Fuse links, lugs and cable follow the released revisions: look whether a job has changed before ordering.',
  ]);
  signOff(doc, ['Ordered by', 'Received and counted by']);
  return closePaper(doc, head);
}

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

const rowsOf = (lists: readonly PurchaseList[]): Row[] =>
  lists.flatMap((list) =>
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
  );

export const purchaseCsv = (lists: readonly PurchaseList[]): string =>
  Papa.unparse({ fields: [...COLUMNS], data: rowsOf(lists) }, { escapeFormulae: true });

/** The same as a spreadsheet, with the sum of its own lines at the foot. */
export async function purchaseXlsx(lists: readonly PurchaseList[]): Promise<Buffer> {
  const rows = rowsOf(lists);
  const total = sumCents(rows.map((r) => Number(r.total))) / 100;
  const cell = (value: string | number) =>
    typeof value === 'number' ? { type: Number, value } : { type: String, value };
  const data = [
    COLUMNS.map((c) => ({ type: String, value: c, fontWeight: 'bold' as const })),
    ...rows.map((r) => COLUMNS.map((c) => cell(r[c]))),
    COLUMNS.map((c) => (c === 'name' ? cell('All lines') : c === 'total' ? cell(total) : null)),
  ];
  return await writeXlsx(data).toBuffer();
}
