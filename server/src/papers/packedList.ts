import { closePaper, heading, openPaper, type PaperFile, type PaperHead, paragraph, signOff, table } from './paper.ts';

const COUNTED = [
  { title: '1st', width: 30, value: () => '[  ]' },
  { title: '2nd', width: 30, value: () => '[  ]' },
];

/** Everything that has to be in the box, to be counted by two people. */
export async function packedList(file: PaperFile, head: PaperHead): Promise<Buffer> {
  const doc = openPaper(head);
  const { quantity } = file.board.brief;
  if (quantity > 1) paragraph(doc, `For one of ${quantity} boards of the same.`);
  heading(doc, 'Parts');
  table(
    doc,
    [
      ...COUNTED,
      { title: 'Qty', width: 40, align: 'right', number: true, value: (p) => String(p.quantity) },
      { title: 'Part', width: 250, value: (p) => p.name },
      { title: 'For', width: 180, value: (p) => p.usedBy.slice(0, 12).join(' ') },
    ],
    file.dossier.parts.filter((p) => ['device', 'fuse'].includes(p.group) && p.supply === 'workshop'),
  );
  const cables = file.dossier.cables.filter((c) => c.cores.length > 0);
  if (cables.length > 0) {
    heading(doc, `Cables: ${cables.length}`);
    table(
      doc,
      [
        ...COUNTED,
        { title: 'Cable', width: 50, number: true, value: (c) => c.designation },
        { title: 'Length', width: 60, align: 'right', number: true, value: (c) => `${Math.round(c.lengthMm)} mm` },
        { title: 'From', width: 160, value: (c) => c.cores[0]!.from.at },
        { title: 'To', width: 160, value: (c) => c.cores[0]!.to.at },
      ],
      cables,
    );
  }
  signOff(doc, ['Packed by, date', 'Counted again by, date']);
  return closePaper(doc, head);
}
