import type { QuoteLine } from '@ombrik/core/power/quote/quote';
import { CHEMISTRY_NAME } from '@ombrik/core/words';
import type { QuoteRow } from '../jobs/quotes.ts';
import {
  cautions,
  closePaper,
  heading,
  openPaper,
  type PaperFile,
  type PaperHead,
  paragraph,
  signOff,
  table,
} from './paper.ts';

const GROUPS: readonly [QuoteLine['group'], string][] = [
  ['parts', 'Parts'],
  ['copper', 'Cable'],
  ['work', 'Work'],
  ['extra', 'Tools and other'],
];

/** An offer as it was kept: every group's total is the sum of its printed lines. */
export async function quotePaper(file: PaperFile, kept: QuoteRow, head: PaperHead): Promise<Buffer> {
  const doc = openPaper(head);
  const { quote } = kept;
  const money = (x: number) => `${x.toFixed(2)} ${quote.currency}`;
  const { brief } = file.board;
  paragraph(
    doc,
    `For ${brief.customer || 'a customer still to be named'}: ${brief.jobName}${brief.place ? `, ${brief.place}` : ''}. ${brief.systemVoltageV} V, ${CHEMISTRY_NAME[brief.chemistry]}. Offer ${kept.version}, made by ${kept.personName} on ${kept.at.slice(0, 10)}.${kept.note ? ` ${kept.note}` : ''}`,
  );
  for (const [group, title] of GROUPS) {
    const lines = quote.lines.filter((l) => l.group === group);
    if (lines.length === 0) continue;
    const total = lines.reduce((s, l) => s + Math.round(l.total * 100), 0) / 100;
    heading(doc, `${title} · ${money(total)}`);
    table(
      doc,
      [
        { title: 'What', width: 270, value: (l) => l.text },
        {
          title: 'Quantity',
          width: 52,
          align: 'right',
          number: true,
          value: (l) => (l.unit === 'pcs' ? String(l.quantity) : l.quantity.toFixed(1)),
        },
        { title: '', width: 26, value: (l) => l.unit },
        { title: 'Each', width: 56, align: 'right', number: true, value: (l) => l.priceEach.toFixed(2) },
        { title: 'Total', width: 64, align: 'right', number: true, value: (l) => l.total.toFixed(2) },
      ],
      lines,
    );
  }
  heading(doc, 'Sum');
  const sums: [string, number][] = [
    ['Parts and cable', quote.partsTotal],
    [`Handling and margin, ${(quote.marginShare * 100).toFixed(0)} % of parts and cable`, quote.margin],
    [`Work, ${quote.hours.toFixed(1)} h`, quote.workTotal],
    ['Tools and other', quote.extrasTotal],
    ['Offer, taxes not included', quote.total],
  ];
  table(
    doc,
    [
      { title: '', width: 380, value: (r) => r[0] },
      { title: quote.currency, width: 88, align: 'right', number: true, value: (r) => r[1].toFixed(2) },
    ],
    sums.filter(([, x]) => x !== 0),
  );
  if (quote.unpriced.length > 0) paragraph(doc, `Not priced yet, and not in the sum: ${quote.unpriced.join('; ')}.`);
  if (quote.notCharged.length > 0) paragraph(doc, `Not charged: ${quote.notCharged.join('; ')}.`);
  if (quote.slowest)
    paragraph(
      doc,
      `Longest lead time ${quote.leadTimeDays} days: ${quote.slowest}. Work starts when the parts are here.`,
    );
  heading(doc, 'Hours rest on');
  paragraph(doc, quote.basis.join(' '));
  if (quote.licensedWork.length > 0) {
    heading(doc, 'For a licensed person, arranged by the customer');
    paragraph(doc, `${quote.licensedWork.join('; ')}. Not part of this offer; local rules decide who may do it.`);
  }
  if (quote.openStops.length > 0) {
    heading(doc, 'Still open on the drawing this offer rests on');
    paragraph(doc, quote.openStops.join('; '));
  }
  cautions(doc, [
    'Batteries can drive thousands of amps into a slipped spanner; lithium cells and mains can kill. Installation follows the guide that comes with the board.',
    'Limits and tables are partly written from memory; the rules in force where the board is installed come first. No compliance is claimed.',
  ]);
  signOff(doc, ['Offered by', 'Accepted by the customer']);
  return closePaper(doc, head);
}
