import { createRequire } from 'node:module';
import PDFDocument from 'pdfkit';

type Doc = PDFKit.PDFDocument;
const require = createRequire(import.meta.url);
const font = (pkg: string, file: string) => require.resolve(`@fontsource/${pkg}/files/${file}`);

export const FONT = { text: 'text', bold: 'bold', label: 'label', number: 'number' } as const;
export const INK = '#23201B';
export const DIM = '#6B6355';
export const COPPER = '#A2501D';
export const RULE = '#C9BFAB';
export const MARGIN = 42;

/** The shipped text faces have no Greek; papers spell the ohm out. */
export const plain = (text: string): string =>
  text.replaceAll('Ω', 'ohm').replaceAll('√', 'sqrt').replaceAll('→', 'to').replaceAll('\u2009', ' ');

/** Head of a paper of one job. */
export interface JobHead {
  title: string;
  jobNumber: number;
  jobName: string;
  revision: number;
  workshopName: string;
  profile: string;
}
/** Head of a paper of the whole shop. */
export interface ShopHead {
  title: string;
  workshopName: string;
  date: string;
}
export type PaperHead = JobHead | ShopHead;

const underTitle = (head: PaperHead): string =>
  'jobNumber' in head
    ? `Job ${head.jobNumber} · ${head.jobName} · revision ${head.revision} · ${head.workshopName} · rules: ${head.profile}`
    : `${head.workshopName} · ${head.date}`;
const inShort = (head: PaperHead): string =>
  'jobNumber' in head
    ? `${head.title} · job ${head.jobNumber} · revision ${head.revision}`
    : `${head.title} · ${head.date}`;

export function registerFonts(doc: Doc): void {
  doc.registerFont(FONT.text, font('barlow', 'barlow-latin-400-normal.woff'));
  doc.registerFont(FONT.bold, font('barlow', 'barlow-latin-600-normal.woff'));
  doc.registerFont(FONT.label, font('barlow-condensed', 'barlow-condensed-latin-600-normal.woff'));
  doc.registerFont(FONT.number, font('jetbrains-mono', 'jetbrains-mono-latin-400-normal.woff'));
}

/** A paper with the head and foot every sheet carries: job, revision, rule profile, page. */
export function openPaper(head: PaperHead, layout: 'portrait' | 'landscape' = 'portrait'): Doc {
  const doc = new PDFDocument({
    size: 'A4',
    layout,
    margin: MARGIN,
    bufferPages: true,
    info: { Title: inShort(head) },
  });
  registerFonts(doc);
  doc.fillColor(INK).font(FONT.label).fontSize(22).text(plain(head.title), MARGIN, MARGIN);
  doc
    .font(FONT.text)
    .fontSize(9)
    .fillColor(DIM)
    .text(plain(underTitle(head)));
  doc
    .moveDown(0.6)
    .strokeColor(RULE)
    .moveTo(MARGIN, doc.y)
    .lineTo(doc.page.width - MARGIN, doc.y)
    .stroke()
    .moveDown(0.6);
  doc.fillColor(INK);
  return doc;
}

/** Numbers the pages and closes the document. @returns the PDF's bytes */
export function closePaper(doc: Doc, head: PaperHead): Promise<Buffer> {
  const { count } = doc.bufferedPageRange();
  for (let i = 0; i < count; i++) {
    doc.switchToPage(i);
    const { bottom } = doc.page.margins;
    doc.page.margins.bottom = 0;
    doc
      .font(FONT.text)
      .fontSize(8)
      .fillColor(DIM)
      .text(plain(`${inShort(head)} · page ${i + 1} of ${count}`), MARGIN, doc.page.height - 28, {
        width: doc.page.width - 2 * MARGIN,
        align: 'right',
        lineBreak: false,
      });
    doc.page.margins.bottom = bottom;
  }
  return bytesOf(doc);
}

/** Ends a document. @returns its bytes */
export function bytesOf(doc: Doc): Promise<Buffer> {
  const chunks: Buffer[] = [];
  const done = new Promise<Buffer>((resolve, reject) => {
    doc.on('data', (c: Buffer) => chunks.push(c));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });
  doc.end();
  return done;
}

export interface Column<T> {
  title: string;
  width: number;
  align?: 'left' | 'right';
  number?: boolean;
  value: (row: T) => string;
}

/** A ruled table that breaks across pages and repeats its head. */
export function table<T>(doc: Doc, columns: readonly Column<T>[], rows: readonly T[]): void {
  const total = columns.reduce((s, c) => s + c.width, 0);
  const scale = (doc.page.width - 2 * MARGIN) / total;
  const line = (texts: string[], fonts: string[], colour: string, size: number) => {
    const heights = texts.map((t, i) =>
      doc
        .font(fonts[i]!)
        .fontSize(size)
        .heightOfString(t || ' ', { width: columns[i]!.width * scale - 6 }),
    );
    const height = Math.max(...heights) + 5;
    if (doc.y + height > doc.page.height - MARGIN - 14) {
      doc.addPage();
      headLine();
    }
    const y = doc.y;
    let x = MARGIN;
    texts.forEach((t, i) => {
      const column = columns[i]!;
      doc.font(fonts[i]!).fontSize(size).fillColor(colour);
      doc.text(t, x, y + 2, { width: column.width * scale - 6, align: column.align ?? 'left' });
      x += column.width * scale;
    });
    doc
      .strokeColor(RULE)
      .lineWidth(0.5)
      .moveTo(MARGIN, y + height)
      .lineTo(doc.page.width - MARGIN, y + height)
      .stroke();
    doc.y = y + height + 1;
    doc.x = MARGIN;
  };
  const headLine = () =>
    line(
      columns.map((c) => c.title),
      columns.map(() => FONT.label),
      DIM,
      9.5,
    );
  headLine();
  for (const row of rows)
    line(
      columns.map((c) => plain(c.value(row))),
      columns.map((c) => (c.number ? FONT.number : FONT.text)),
      INK,
      8.5,
    );
}

export function heading(doc: Doc, text: string): void {
  if (doc.y > doc.page.height - MARGIN - 80) doc.addPage();
  doc.moveDown(0.5).font(FONT.label).fontSize(13).fillColor(INK).text(plain(text), MARGIN).moveDown(0.2);
}

export function paragraph(doc: Doc, text: string, colour = INK): void {
  doc
    .font(FONT.text)
    .fontSize(9)
    .fillColor(colour)
    .text(plain(text), MARGIN, doc.y, { width: doc.page.width - 2 * MARGIN })
    .moveDown(0.3);
}

/** Cautions where the hand meets the hazard. */
export function cautions(doc: Doc, lines: readonly string[]): void {
  if (doc.y > doc.page.height - MARGIN - 30 - 14 * lines.length) doc.addPage();
  doc.moveDown(0.5);
  const top = doc.y;
  doc
    .font(FONT.label)
    .fontSize(11)
    .fillColor(COPPER)
    .text('Cautions', MARGIN + 10);
  for (const line of lines)
    doc
      .font(FONT.text)
      .fontSize(8.5)
      .fillColor(INK)
      .text(plain(line), MARGIN + 10, doc.y, { width: doc.page.width - 2 * MARGIN - 14 });
  doc
    .strokeColor(COPPER)
    .lineWidth(2)
    .moveTo(MARGIN + 2, top)
    .lineTo(MARGIN + 2, doc.y)
    .stroke()
    .lineWidth(1);
  doc.x = MARGIN;
  doc.moveDown(0.5);
}

/** Lines to sign on. */
export function signOff(doc: Doc, who: readonly string[]): void {
  if (doc.y > doc.page.height - MARGIN - 20 - 34 * who.length) doc.addPage();
  doc.moveDown(1);
  for (const role of who) {
    const y = doc.y + 18;
    doc
      .strokeColor(INK)
      .lineWidth(0.7)
      .moveTo(MARGIN, y)
      .lineTo(MARGIN + 300, y)
      .moveTo(MARGIN + 330, y)
      .lineTo(doc.page.width - MARGIN, y)
      .stroke();
    doc
      .font(FONT.text)
      .fontSize(8)
      .fillColor(DIM)
      .text(plain(role), MARGIN, y + 3, { lineBreak: false })
      .text('date', MARGIN + 330, y + 3);
    doc.y = y + 16;
    doc.x = MARGIN;
  }
}
