import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { type CableLabel, goesRound } from '@ombrik/core/stock/cableLabels';
import { type LabelSheet, PAPER_MM, TUBE_MARK_MM } from '@ombrik/core/tables/labelSheets';
import PDFDocument from 'pdfkit';
import { bytesOf, DIM, FONT, INK, plain, registerFonts } from './paper.ts';
import { drawQr } from './qr.ts';

const PT = 72 / 25.4;
type Doc = PDFKit.PDFDocument;

function newSheet(paper: 'A4' | 'Letter', title: string): Doc {
  const [w, h] = PAPER_MM[paper];
  const doc = new PDFDocument({ size: [w * PT, h * PT], margin: 0, info: { Title: title } });
  registerFonts(doc);
  return doc;
}

/** The largest size at which a line fits its room, pt. */
function sizeFor(doc: Doc, text: string, font: string, widthPt: number, most: number): number {
  let size = most;
  doc.font(font);
  while (size > 4 && doc.fontSize(size).widthOfString(text) > widthPt) size -= 0.5;
  return size;
}

/** Text in the largest size that fits its room, one line. @returns how much height it took, pt */
function fit(doc: Doc, text: string, font: string, x: number, y: number, widthPt: number, most: number): number {
  const size = sizeFor(doc, text, font, widthPt, most);
  doc.font(font).fontSize(size).fillColor(INK).text(text, x, y, { lineBreak: false });
  return size * 1.15;
}

/** Smaller than this nobody reads an end off a cable in a box; common practice, no source. */
const READABLE_PT = 6;
/** Smaller than this a telephone does not read the code; common practice, no source. */
const CODE_PT = 8 * PT;

/**
 * Name, both ends and the code in one label's white part: the ends beside the code where they can be read there, else
 * under it; where there is no room for that either the code is left out, for the name is read and typed as well.
 */
function face(doc: Doc, label: CableLabel, code: string, x: number, y: number, w: number, h: number): void {
  const ends = [plain(label.here), plain(`/ ${label.there}`)];
  const endsMost = Math.min(8, h * 0.22);
  const endsIn = (room: number) => Math.min(...ends.map((t) => sizeFor(doc, t, FONT.number, room, endsMost)));
  const beside = Math.min(h, w * 0.5, 12 * PT);
  const under = Math.min(h - 2 * READABLE_PT * 1.15 - 3, w * 0.5, 12 * PT);
  const aside = endsIn(w - beside - 3) >= READABLE_PT;
  const qr = aside ? beside : under >= CODE_PT ? under : 0;
  const nameMost = Math.min(16, aside ? h * 0.4 : Math.max(8, h - 2 * endsMost * 1.15 - 4));
  const name = label.serial ? `${label.name} · ${label.serial}` : label.name;
  const nameHeight = fit(doc, plain(name), FONT.label, x + 2, y + 2, w - qr - 3, nameMost);
  let top = y + 2 + (aside ? nameHeight : Math.max(nameHeight, qr));
  for (const text of ends) top += fit(doc, text, FONT.number, x + 2, top, aside ? w - qr - 3 : w - 4, endsMost);
  if (qr > 0) drawQr(doc, code, x + w - qr, aside ? y + (h - qr) / 2 : y, qr);
}

/**
 * Labels at true size on a sheet of stickers. Flags carry the text on both halves, with what goes round the cable left
 * white between them.
 * @returns the PDF's bytes
 */
export function cableLabelPaper(
  labels: readonly CableLabel[],
  sheet: LabelSheet,
  codeOf: (label: CableLabel) => string,
): Promise<Buffer> {
  const doc = newSheet(sheet.paper, `Labels, ${sheet.name}`);
  const perPage = sheet.columns * sheet.rows;
  labels.forEach((label, n) => {
    if (n > 0 && n % perPage === 0) doc.addPage();
    const at = n % perPage;
    const x = (sheet.leftMm + (at % sheet.columns) * sheet.pitchXMm) * PT;
    const y = (sheet.topMm + Math.floor(at / sheet.columns) * sheet.pitchYMm) * PT;
    if (sheet.kind === 'wrap') {
      face(doc, label, codeOf(label), x + 2, y + 2, sheet.widthMm * PT - 4, sheet.printMm * PT - 4);
      if (!goesRound(sheet.heightMm, sheet.printMm, label.diameterMm))
        doc
          .font(FONT.text)
          .fontSize(5)
          .fillColor(DIM)
          .text('too short to go round: flag', x + 2, y + sheet.printMm * PT);
      return;
    }
    // Once round the cable stays white; the text stands on both halves that are stuck together.
    const round = Math.min(sheet.widthMm * 0.5, Math.PI * label.diameterMm);
    const half = ((sheet.widthMm - round) / 2) * PT;
    const h = Math.min(sheet.heightMm, 18) * PT;
    const top = y + (sheet.heightMm * PT - h) / 2;
    face(doc, label, codeOf(label), x + 6, top, half - 8, h);
    face(doc, label, codeOf(label), x + sheet.widthMm * PT - half + 2, top, half - 8, h);
  });
  return bytesOf(doc);
}

/** Half the way round a tube: its width when it lies flat. */
const flatMm = (boreMm: number) => (Math.PI / 2) * boreMm;

/**
 * Marks on heat-shrink tube that lies flat: strips at true size, one tube size after the other, cut at the lines. The
 * text is printed along the tube.
 */
export function tubeLabelPaper(labels: readonly CableLabel[], paper: 'A4' | 'Letter'): Promise<Buffer> {
  const doc = newSheet(paper, 'Labels on heat-shrink tube');
  const [paperW, paperH] = PAPER_MM[paper];
  const bores = [...new Set(genericCatalogue.shrinks.map((s) => s.expandedMm))].sort((a, b) => a - b);
  const boreFor = (d: number) => bores.find((b) => b >= d * 1.1) ?? bores.at(-1)!;
  const perStrip = Math.floor((paperW - 30) / TUBE_MARK_MM);
  let y = 18;
  for (const bore of bores) {
    const own = labels.filter((l) => boreFor(l.diameterMm) === bore);
    for (let i = 0; i < own.length; i += perStrip) {
      const height = flatMm(bore);
      if (y + height + 8 > paperH - 10) {
        doc.addPage();
        y = 18;
      }
      doc
        .font(FONT.text)
        .fontSize(6)
        .fillColor(DIM)
        .text(`tube ${bore} mm, ${height.toFixed(1)} mm wide when flat`, 15 * PT, (y - 3) * PT, { lineBreak: false });
      own.slice(i, i + perStrip).forEach((label, n) => {
        const x = (15 + n * TUBE_MARK_MM) * PT;
        doc
          .lineWidth(0.4)
          .strokeColor(DIM)
          .rect(x, y * PT, TUBE_MARK_MM * PT, height * PT)
          .stroke();
        fit(
          doc,
          plain(`${label.name}  ${label.here} / ${label.there}`),
          FONT.label,
          x + 4,
          (y + height / 2) * PT - 5,
          TUBE_MARK_MM * PT - 8,
          Math.min(11, height * PT * 0.6),
        );
      });
      y += height + 7;
    }
  }
  return bytesOf(doc);
}
