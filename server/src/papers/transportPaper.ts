import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { partIndex } from '@ombrik/core/document/references';
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

/** How a board travels: what it weighs, how it is lifted, and what is said of its batteries. General; the carrier decides. */
export function transportPaper(file: PaperFile, head: PaperHead): Promise<Buffer> {
  const doc = openPaper(head);
  const { board, dossier } = file;
  const parts = partIndex(board, genericCatalogue);
  heading(doc, 'Panels');
  table(
    doc,
    [
      { title: 'Panel', width: 200, value: (b) => board.panels.find((p) => p.id === b.panelId)?.name ?? b.panelId },
      { title: 'Mass', width: 80, align: 'right', number: true, value: (b) => `${b.massKg.toFixed(1)} kg` },
      {
        title: 'Centre of mass from its lower left corner',
        width: 256,
        number: true,
        value: (b) => `${b.centre.xMm.toFixed(0)} × ${b.centre.yMm.toFixed(0)} mm`,
      },
    ],
    dossier.bodies,
  );
  paragraph(
    doc,
    'Carried upright at its fixing holes or in its box, never by parts or cables; two people from 25 kg on. Fuses out, isolators open, every post and stud covered.',
  );
  const batteries = board.items.flatMap((item) => {
    const part = parts.get(item.partId);
    const element = part?.elements.find((e) => e.kind === 'battery');
    return part && element?.kind === 'battery' ? [{ item, part, element }] : [];
  });
  if (batteries.length > 0) {
    heading(doc, 'Batteries');
    table(
      doc,
      [
        { title: 'Battery', width: 90, value: (b) => b.item.designation },
        { title: 'What', width: 220, value: (b) => b.part.name },
        {
          title: 'Energy',
          width: 90,
          align: 'right',
          number: true,
          value: (b) => `${(b.element.capacityAh * b.element.nominalV).toFixed(0)} Wh`,
        },
        { title: 'Mass', width: 70, align: 'right', number: true, value: (b) => `${b.part.massKg} kg` },
      ],
      batteries,
    );
  }
  const kinds = new Set(batteries.map((b) => b.element.chemistry));
  if (kinds.has('lifepo4'))
    paragraph(
      doc,
      'Lithium: dangerous goods of class 9 (UN 3480 alone, UN 3481 with or in equipment; from memory, look them up). Over 100 Wh each they want tested types (UN 38.3), packing that keeps posts apart, marks and papers; by air mostly at 30 % charge at most, damaged ones not at all. Ask the carrier before it is packed.',
    );
  if (kinds.has('agm'))
    paragraph(
      doc,
      'Valve-regulated lead-acid: usually free of most rules where it passed its tests and the posts are covered (UN 2800, from memory). Upright.',
    );
  if (kinds.has('vented'))
    paragraph(
      doc,
      'Vented lead-acid: acid, dangerous goods of class 8 (UN 2794, from memory). Upright, caps tight, in a tray that holds its acid.',
    );
  heading(doc, 'Packed');
  for (const line of [
    'Packed list counted twice',
    'Owner’s sheet, drawing and test record inside',
    'Labels of the carrier and the rules on the outside',
    'Photograph of the open box kept with the job',
  ])
    paragraph(doc, `[  ] ${line}`);
  cautions(doc, [
    'General notes only: the rules of the way it travels, the carrier and the battery’s own sheet come first.',
    'A damaged, hot or swollen lithium battery does not travel: keep it outdoors and ask its maker.',
  ]);
  signOff(doc, ['Packed by', 'Handed to']);
  return closePaper(doc, head);
}
