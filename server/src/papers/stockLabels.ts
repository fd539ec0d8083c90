import { stockCode } from '@ombrik/core/stock/scan';
import PDFDocument from 'pdfkit';
import type { StockRow } from '../store/stock.ts';
import { bytesOf, FONT, INK, plain, registerFonts } from './paper.ts';
import { drawQr } from './qr.ts';

const PT = 72 / 25.4;
/** Three by eight on A4, mm. */
const CELL = { widthMm: 70, heightMm: 37, columns: 3, rows: 8 };

/** A sticker for every reel, remnant and bin: number, name, place, and a code to scan. */
export function stockLabels(rows: readonly (StockRow & { name: string })[], origin: string): Promise<Buffer> {
  const doc = new PDFDocument({ size: 'A4', margin: 0, info: { Title: 'Labels for the store' } });
  registerFonts(doc);
  rows.forEach((row, n) => {
    const at = n % (CELL.columns * CELL.rows);
    if (n > 0 && at === 0) doc.addPage();
    const x = (at % CELL.columns) * CELL.widthMm * PT + 10;
    const y = Math.floor(at / CELL.columns) * CELL.heightMm * PT + 10;
    drawQr(doc, stockCode(origin, row.number), x - 6, y - 4, 26 * PT);
    const left = x + 25 * PT;
    const width = (CELL.widthMm - 30) * PT;
    doc.fillColor(INK).font(FONT.label).fontSize(18).text(`${row.number}`, left, y, { lineBreak: false });
    doc
      .font(FONT.text)
      .fontSize(8)
      .text(plain(row.name), left, y + 22, { width, height: 34 });
    doc
      .font(FONT.label)
      .fontSize(11)
      .text(plain(row.bin), left, y + 62, { width, lineBreak: false });
  });
  return bytesOf(doc);
}
