import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Face } from '@ombrik/core/document/panel/panel';
import { partIndex } from '@ombrik/core/document/references';
import { panelShapes } from '@ombrik/core/drawing/panelShapes';
import { FOOT_MM, PAPER_MARGIN_MM, PAPERS, type PaperName, tilesOf } from '@ombrik/core/drawing/tiles';
import PDFDocument from 'pdfkit';
import { drawShapes } from './drawShapes.ts';
import { bytesOf, DIM, FONT, INK, type JobHead, type PaperFile, plain, registerFonts } from './paper.ts';

const MM = 72 / 25.4;
const BAR_MM = 100;

export interface TemplateWish {
  paper: PaperName;
  panelId: string | null;
  /** Laid on the face that does not show, everything exchanged, so that tear-out lands where nobody sees it. */
  cutFrom: 'show' | 'hidden';
}

/** Panels at true size over as many sheets as it takes, with marks to join them and a bar to check the printer by. */
export async function templatePaper(file: PaperFile, head: JobHead, wish: TemplateWish): Promise<Buffer> {
  const { board } = file;
  const parts = partIndex(board, genericCatalogue);
  const size = PAPERS[wish.paper];
  const doc = new PDFDocument({ autoFirstPage: false, margin: 0, info: { Title: head.title } });
  registerFonts(doc);
  for (const panel of board.panels) {
    if (wish.panelId !== null && panel.id !== wish.panelId) continue;
    const face: Face = panel.goodFace;
    const drawing = panelShapes(board, parts, panel, face, wish.cutFrom === 'hidden');
    const { tiles, landscape, columns, rows } = tilesOf(drawing.widthMm, drawing.heightMm, wish.paper);
    for (const tile of tiles) {
      doc.addPage({
        size: landscape ? [size.heightMm * MM, size.widthMm * MM] : [size.widthMm * MM, size.heightMm * MM],
        margin: 0,
      });
      const m = PAPER_MARGIN_MM * MM;
      const [w, h] = [tile.widthMm * MM, tile.heightMm * MM];
      doc.save();
      doc.rect(m, m, w, h).clip();
      drawShapes(doc, drawing.shapes, { x: m - tile.leftMm * MM, y: m - tile.topMm * MM });
      doc.restore();
      doc.lineWidth(0.3).strokeColor(DIM).rect(m, m, w, h).stroke();
      registrationMarks(doc, m, w, h);
      const foot = m + h + 3 * MM;
      scaleBar(doc, m, foot + 5 * MM);
      doc
        .font(FONT.label)
        .fontSize(9)
        .fillColor(INK)
        .text(
          plain(
            `${tile.name} of ${rows} × ${columns} · ${panel.name}, ${wish.cutFrom === 'hidden' ? 'MIRRORED: lay it on the hidden face and cut from there' : `${face} face up`} · job ${head.jobNumber} ${head.jobName}, revision ${head.revision}`,
          ),
          m + (BAR_MM + 8) * MM,
          foot,
          { width: w - (BAR_MM + 8) * MM, height: (FOOT_MM - 4) * MM },
        );
    }
  }
  return bytesOf(doc);
}

/** Crosses at the corners of what a sheet shows: laid on the neighbour's they join the drawing. */
function registrationMarks(doc: PDFKit.PDFDocument, m: number, w: number, h: number): void {
  doc.lineWidth(0.4).strokeColor(INK);
  for (const [x, y] of [
    [m, m],
    [m + w, m],
    [m, m + h],
    [m + w, m + h],
  ] as const) {
    doc
      .moveTo(x - 9, y)
      .lineTo(x + 9, y)
      .moveTo(x, y - 9)
      .lineTo(x, y + 9)
      .stroke();
    doc.circle(x, y, 4).stroke();
  }
}

function scaleBar(doc: PDFKit.PDFDocument, x: number, y: number): void {
  doc.lineWidth(0.6).strokeColor(INK);
  doc
    .moveTo(x, y)
    .lineTo(x + BAR_MM * MM, y)
    .stroke();
  for (let mm = 0; mm <= BAR_MM; mm += 10)
    doc
      .moveTo(x + mm * MM, y - (mm % 50 === 0 ? 6 : 3))
      .lineTo(x + mm * MM, y)
      .stroke();
  doc
    .font(FONT.number)
    .fontSize(6.5)
    .fillColor(DIM)
    .text('100 mm: measure it; print at 100 %, not fitted to the page', x, y + 2, { lineBreak: false });
}
