import { amountText } from '@ombrik/core/stock/money';
import type { JobCosts } from '../store/costs.ts';
import { closePaper, heading, openPaper, type PaperHead, paragraph, table } from './paper.ts';

const signed = (c: number) => (c === 0 ? '' : `${c > 0 ? '+' : ''}${amountText(c)}`);
const amount = (quantity: number, unit: string) =>
  `${unit === 'pcs' ? quantity : quantity.toFixed(unit === 'm' ? 2 : 1)} ${unit}`;

/** Costs planned and actual; each total is the sum of the column printed above it. */
export function costPaper(costs: JobCosts, head: PaperHead): Promise<Buffer> {
  const doc = openPaper(head, 'landscape');
  paragraph(
    doc,
    `Planned: parts list of revision ${costs.revision}${costs.released ? ', released' : ', not released yet'}. Actual: what the store gave out, at what it had cost, and hours entered. In ${costs.currency}.`,
  );
  table(
    doc,
    [
      { title: 'What', width: 230, value: (l) => l.name },
      { title: 'Planned', width: 64, align: 'right', number: true, value: (l) => amount(l.plannedQuantity, l.unit) },
      { title: 'at', width: 56, align: 'right', number: true, value: (l) => amountText(l.plannedCents) },
      { title: 'Actual', width: 64, align: 'right', number: true, value: (l) => amount(l.actualQuantity, l.unit) },
      { title: 'at', width: 56, align: 'right', number: true, value: (l) => amountText(l.actualCents) },
      { title: 'by amount', width: 56, align: 'right', number: true, value: (l) => signed(l.byQuantityCents) },
      { title: 'by price', width: 56, align: 'right', number: true, value: (l) => signed(l.byPriceCents) },
      { title: 'by waste', width: 56, align: 'right', number: true, value: (l) => signed(l.byWasteCents) },
      { title: 'Why', width: 130, value: (l) => l.why },
    ],
    costs.lines,
  );
  heading(
    doc,
    `Planned ${amountText(costs.plannedCents)} · actual ${amountText(costs.actualCents)} · difference ${signed(costs.differenceCents) || '0.00'} ${costs.currency}`,
  );
  if (costs.unpriced.length > 0) paragraph(doc, `Without a price, counted as nothing: ${costs.unpriced.join(', ')}.`);
  return closePaper(doc, head);
}
