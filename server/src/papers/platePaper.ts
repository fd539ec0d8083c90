import { profileOf } from '@ombrik/core/profiles/ownRules';
import PDFDocument from 'pdfkit';
import { bytesOf, DIM, FONT, INK, type PaperFile, plain, registerFonts } from './paper.ts';
import { drawQr } from './qr.ts';

const PT = 72 / 25.4;
/** Two by five on A4, mm. */
const PLATE = { widthMm: 95, heightMm: 52, columns: 2, rows: 5, leftMm: 10, topMm: 12 };
const CHEMISTRY = { agm: 'AGM lead-acid', vented: 'vented lead-acid', lifepo4: 'LiFePO4' } as const;
const CAUTION = {
  agm: 'Charge for AGM only.',
  vented: 'Gives off hydrogen: air the place, no flame near it.',
  lifepo4: 'Do not charge below 0 °C. Charge for LiFePO4 only.',
} as const;

/** A plate for every board of a job: which it is, what it is made for, and what to mind before it is opened. */
export function platePaper(file: PaperFile, serials: readonly string[], origin: string): Promise<Buffer> {
  const doc = new PDFDocument({ size: 'A4', margin: 0, info: { Title: 'Plates' } });
  registerFonts(doc);
  const { brief } = file.board;
  const profile = profileOf(file.board, file.workshop);
  serials.forEach((serial, n) => {
    const at = n % (PLATE.columns * PLATE.rows);
    if (n > 0 && at === 0) doc.addPage();
    const x = (PLATE.leftMm + (at % PLATE.columns) * PLATE.widthMm) * PT;
    const y = (PLATE.topMm + Math.floor(at / PLATE.columns) * (PLATE.heightMm + 2)) * PT;
    const [w, h] = [(PLATE.widthMm - 3) * PT, PLATE.heightMm * PT];
    doc.lineWidth(0.8).strokeColor(INK).rect(x, y, w, h).stroke();
    drawQr(doc, `${origin}/jobs/${file.job.id}/ship`, x + w - 24 * PT, y + 3 * PT, 21 * PT);
    const line = (text: string, font: string, size: number, top: number, colour = INK) =>
      doc
        .font(font)
        .fontSize(size)
        .fillColor(colour)
        .text(plain(text), x + 3 * PT, y + top, { width: w - 30 * PT, height: size * 2.4, ellipsis: true });
    line(file.workshop.name, FONT.text, 8, 6, DIM);
    line(brief.jobName, FONT.label, 14, 18);
    line(`No. ${serial}`, FONT.number, 13, 40);
    line(`${brief.systemVoltageV} V d.c. · ${CHEMISTRY[brief.chemistry]}`, FONT.bold, 9, 62);
    line(`Revision ${file.revision} · sized by: ${profile.name}`, FONT.text, 7, 76, DIM);
    doc
      .font(FONT.text)
      .fontSize(7.5)
      .fillColor(INK)
      .text(
        plain(
          `${CAUTION[brief.chemistry]} Isolate and disconnect the battery before opening. Fuses: same kind and rating only. Mains side: a licensed person only.`,
        ),
        x + 3 * PT,
        y + h - 40,
        { width: w - 6 * PT, height: 38 },
      );
  });
  return bytesOf(doc);
}
