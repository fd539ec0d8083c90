import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Panel } from '@ombrik/core/document/panel/panel';
import { partIndex } from '@ombrik/core/document/references';
import { sizeText } from '@ombrik/core/tables/awg';
import { drawPanelFace } from './panelFace.ts';
import {
  cautions,
  closePaper,
  DIM,
  FONT,
  heading,
  MARGIN,
  openPaper,
  type PaperFile,
  type PaperHead,
  signOff,
  table,
} from './paper.ts';
import { settledList } from './settledList.ts';

function wireList(doc: PDFKit.PDFDocument, { dossier }: PaperFile): void {
  heading(doc, 'Wires');
  table(
    doc,
    [
      { title: 'Wire', width: 40, number: true, value: (c) => c.designation },
      { title: 'From', width: 90, value: (c) => c.cores.map((k) => k.from.at).join(', ') },
      { title: 'To', width: 90, value: (c) => c.cores.map((k) => k.to.at).join(', ') },
      { title: 'Size', width: 52, align: 'right', number: true, value: (c) => sizeText(c.areaMm2) },
      { title: 'Colour', width: 40, value: (c) => c.cores.map((k) => k.colour).join(', ') },
      {
        title: 'Cut mm',
        width: 46,
        align: 'right',
        number: true,
        value: (c) => `${Math.round(c.cutMm)}${c.provisional ? ' ~' : ''}`,
      },
    ],
    dossier.cables,
  );
  doc.font(FONT.text).fontSize(8).fillColor(DIM).text('~ route or run not yet accepted or measured', MARGIN);
}

function partList(doc: PDFKit.PDFDocument, { board }: PaperFile): void {
  const parts = partIndex(board, genericCatalogue);
  heading(doc, 'Parts on the drawing');
  table(
    doc,
    [
      { title: 'Name', width: 50, value: (i) => i.designation },
      { title: 'Part', width: 200, value: (i) => parts.get(i.partId)?.name ?? i.partId },
      { title: 'What', width: 120, value: (i) => i.name },
      {
        title: 'Where',
        width: 110,
        value: (i) =>
          i.place.kind === 'panel'
            ? `${Math.round(i.place.xMm)}, ${Math.round(i.place.yMm)} mm`
            : i.place.kind === 'location'
              ? i.place.location
              : 'not placed',
      },
    ],
    board.items,
  );
}

function sizeOf({ outline }: Panel): string {
  const span = (values: number[]) => Math.round(Math.max(...values) - Math.min(...values));
  return `${span(outline.map((p) => p.xMm))} × ${span(outline.map((p) => p.yMm))}`;
}

/** The board drawing, to scale, with wire names as on the labels, and the wire list. */
export async function boardDrawing(file: PaperFile, head: PaperHead): Promise<Buffer> {
  const { board } = file;
  const doc = openPaper(head, 'landscape');
  board.panels.forEach((panel, n) => {
    if (n > 0) doc.addPage();
    // This sheet is the front; the back has its own on the dressing drawing.
    heading(doc, `${panel.name}, front: ${sizeOf(panel)} × ${panel.thicknessMm} mm ${panel.material}`);
    const y = doc.y;
    drawPanelFace(doc, file, panel, 'front', {
      x: MARGIN,
      y,
      width: doc.page.width - 2 * MARGIN,
      height: doc.page.height - y - MARGIN - 16,
    });
  });
  doc.addPage();
  wireList(doc, file);
  partList(doc, file);
  settledList(doc, file.dossier);
  cautions(doc, [
    'Drill with the battery away from the board. Screws shorter than the board unless the back is known to be free.',
    'Mains terminals are wired and tested by a licensed person only. Local rules come first; this drawing claims no compliance.',
  ]);
  signOff(doc, ['Designer', 'Checked by']);
  return closePaper(doc, head);
}
