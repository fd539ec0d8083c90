import { PART_GROUPS } from '@ombrik/core/stages/parts/parts';
import { COLOUR_NAME } from '@ombrik/core/tables/conductorColours';
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

const money = (x: number | null) => (x === null ? '' : x.toFixed(2));
const GROUP_TITLE = {
  device: 'Devices',
  fuse: 'Fuse links',
  cable: 'Cable',
  end: 'Lugs and ferrules',
  shrink: 'Heat-shrink',
  sleeve: 'Sleeve',
} as const;

/** Parts list: the total is the sum of the printed lines. */
export async function partsPaper(file: PaperFile, head: PaperHead): Promise<Buffer> {
  const doc = openPaper(head);
  const { parts } = file.dossier;
  let sum = 0;
  for (const group of PART_GROUPS) {
    const lines = parts.filter((p) => p.group === group);
    if (lines.length === 0) continue;
    const subtotal = lines.reduce((s, l) => s + Math.round((l.total ?? 0) * 100), 0);
    sum += subtotal;
    heading(doc, `${GROUP_TITLE[group]} · ${(subtotal / 100).toFixed(2)} ${file.workshop.currency}`);
    table(
      doc,
      [
        { title: 'Part', width: 210, value: (l) => l.name },
        {
          title: 'Qty',
          width: 42,
          align: 'right',
          number: true,
          value: (l) => (l.unit === 'm' ? l.quantity.toFixed(1) : String(l.quantity)),
        },
        { title: '', width: 24, value: (l) => l.unit },
        { title: 'Each', width: 48, align: 'right', number: true, value: (l) => money(l.priceEach) },
        { title: 'Total', width: 54, align: 'right', number: true, value: (l) => money(l.total) },
        {
          title: 'Days',
          width: 32,
          align: 'right',
          number: true,
          value: (l) => (l.leadTimeDays === null ? '' : String(l.leadTimeDays)),
        },
        {
          title: 'Used by',
          width: 110,
          value: (l) =>
            l.usedBy.length > 8 ? `${l.usedBy.slice(0, 8).join(' ')} +${l.usedBy.length - 8}` : l.usedBy.join(' '),
        },
      ],
      lines,
    );
  }
  heading(doc, `All lines: ${(sum / 100).toFixed(2)} ${file.workshop.currency}`);
  const unpriced = parts.filter((p) => p.total === null).length;
  paragraph(
    doc,
    `${unpriced > 0 ? `${unpriced} lines have no price and count as nothing. ` : ''}Loads and feeds are the customer's. No spares are added.`,
  );
  cautions(doc, ['Fuse links, lugs and cable sizes follow this revision only: check the revision before ordering.']);
  signOff(doc, ['Ordered by', 'Received and counted by']);
  return closePaper(doc, head);
}

/** Cut list: by cable type, longest first, both ends of every piece. */
export async function cutsPaper(file: PaperFile, head: PaperHead): Promise<Buffer> {
  const doc = openPaper(head, 'landscape');
  for (const group of file.dossier.cuts) {
    heading(
      doc,
      `${group.name}${group.colour ? `, ${COLOUR_NAME[group.colour]}` : ''} · ${group.pieces.length} pieces · ${(group.totalMm / 1000).toFixed(2)} m`,
    );
    const rows = group.pieces.flatMap((piece) => piece.cores.map((core) => ({ piece, core })));
    table(
      doc,
      [
        { title: 'Wire', width: 34, number: true, value: (r) => r.piece.designation },
        {
          title: 'Cut mm',
          width: 48,
          align: 'right',
          number: true,
          value: (r) => `${Math.round(r.piece.cutMm)}${r.piece.provisional ? ' ~' : ''}`,
        },
        { title: 'Label', width: 120, value: (r) => r.core.label },
        { title: 'First end', width: 150, value: (r) => `${r.core.from.at}: ${r.core.from.lugName}` },
        {
          title: 'Strip',
          width: 34,
          align: 'right',
          number: true,
          value: (r) => String(Math.round(r.core.from.stripMm)),
        },
        { title: 'Shrink', width: 38, align: 'right', number: true, value: (r) => String(r.core.from.shrinkMm || '') },
        { title: 'Second end', width: 150, value: (r) => `${r.core.to.at}: ${r.core.to.lugName}` },
        {
          title: 'Strip',
          width: 34,
          align: 'right',
          number: true,
          value: (r) => String(Math.round(r.core.to.stripMm)),
        },
        { title: 'Shrink', width: 38, align: 'right', number: true, value: (r) => String(r.core.to.shrinkMm || '') },
        { title: 'Made', width: 34, value: () => '[  ]' },
      ],
      rows,
    );
  }
  paragraph(
    doc,
    'Lengths in mm, conductor end to conductor end. ~ route or run not yet accepted or measured: do not cut.',
  );
  cautions(doc, [
    'Slide the heat-shrink on before crimping. The die must match the barrel; tug every crimp.',
    'Cut away from the hand; gloves and eye protection with the hot-air gun.',
  ]);
  signOff(doc, ['Cut and crimped by', 'Counted and checked by']);
  return closePaper(doc, head);
}
