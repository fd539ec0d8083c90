import { costQuantity } from '@ombrik/core/stock/costRollUp';
import { amountText, signedText } from '@ombrik/core/stock/money';
import type { JobCosts } from '../cables/jobCosts.ts';
import { closePaper, heading, openPaper, type PaperHead, paragraph, table } from './paper.ts';

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
      {
        title: 'Planned',
        width: 64,
        align: 'right',
        number: true,
        value: (l) => costQuantity(l.plannedQuantity, l.unit),
      },
      { title: 'at', width: 56, align: 'right', number: true, value: (l) => amountText(l.plannedCents) },
      {
        title: 'Actual',
        width: 64,
        align: 'right',
        number: true,
        value: (l) => costQuantity(l.actualQuantity, l.unit),
      },
      { title: 'at', width: 56, align: 'right', number: true, value: (l) => amountText(l.actualCents) },
      { title: 'by amount', width: 56, align: 'right', number: true, value: (l) => signedText(l.byQuantityCents) },
      { title: 'by price', width: 56, align: 'right', number: true, value: (l) => signedText(l.byPriceCents) },
      { title: 'by waste', width: 56, align: 'right', number: true, value: (l) => signedText(l.byWasteCents) },
      { title: 'Why', width: 130, value: (l) => l.why },
    ],
    costs.lines,
  );
  heading(
    doc,
    `Planned ${amountText(costs.plannedCents)} · actual ${amountText(costs.actualCents)} · difference ${signedText(costs.differenceCents) || '0.00'} ${costs.currency}`,
  );
  if (costs.unpriced.length > 0) paragraph(doc, `Without a price, counted as nothing: ${costs.unpriced.join(', ')}.`);
  return closePaper(doc, head);
}
