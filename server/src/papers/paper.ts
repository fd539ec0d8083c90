import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Dossier } from '@ombrik/core/dossier';
import * as fontkit from 'fontkit';
import PDFDocument from 'pdfkit';
import { toSfnt } from 'woff2sfnt-sfnt2woff';
import type { JobSheet } from '../boards/sheet.ts';

type Doc = PDFKit.PDFDocument;
const require = createRequire(import.meta.url);

/** Read once in a process: unpacking and parsing a face takes longer than setting a page with it. */
function face(pkg: string, file: string): fontkit.Font {
  const woff = readFileSync(require.resolve(`@fontsource/${pkg}/files/${file}`));
  const font = fontkit.create(toSfnt(woff)) as fontkit.Font;
  // A glyph remembers the character it was first made for. One made first as a piece of another would have none, and
  // be lost when the text of a later paper is read back.
  for (const character of font.characterSet) font.glyphForCodePoint(character);
  return font;
}
const faces = {
  text: face('barlow', 'barlow-latin-400-normal.woff'),
  bold: face('barlow', 'barlow-latin-600-normal.woff'),
  label: face('barlow-condensed', 'barlow-condensed-latin-600-normal.woff'),
  number: face('jetbrains-mono', 'jetbrains-mono-latin-400-normal.woff'),
};
type Face = keyof typeof faces;
export const FONT = { text: 'text', bold: 'bold', label: 'label', number: 'number' } as const;
export const INK = '#23201B';
export const DIM = '#6B6355';
export const COPPER = '#A2501D';
export const RULE = '#C9BFAB';
export const MARGIN = 42;

/** The shipped text faces have no Greek; papers spell the ohm out. */
export const plain = (text: string): string =>
  text.replaceAll('Ω', 'ohm').replaceAll('√', 'sqrt').replaceAll('→', 'to').replaceAll('\u2009', ' ');

/** What a paper of one job is made from. */
export interface PaperFile extends JobSheet {
  dossier: Dossier;
}
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

/** Makes the faces known to a document, each under its name. */
export function registerFonts(doc: Doc): void {
  // A parsed face is taken as it is; the declared types know files and bytes only.
  for (const name of Object.keys(faces) as Face[]) doc.registerFont(name, faces[name] as never, name);
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

const HEAD_SIZE = 9.5;
const ROW_SIZE = 8.5;
/** Between the text of a cell and its rule, pt: above, to the right, below, to the left. */
const CELL_PADDING = { top: 2, right: 6, bottom: 3, left: 0 };

/** A ruled table that breaks across pages and repeats its head. */
export function table<T>(doc: Doc, columns: readonly Column<T>[], rows: readonly T[]): void {
  const total = columns.reduce((s, c) => s + c.width, 0);
  const scale = (doc.page.width - 2 * MARGIN) / total;
  const begin = (y: number) =>
    doc.table({
      position: { x: MARGIN, y },
      columnStyles: columns.map((c) => ({ width: c.width * scale, align: { x: c.align ?? 'left', y: 'top' } })),
      defaultStyle: {
        padding: CELL_PADDING,
        border: { top: 0, right: 0, bottom: 0.5, left: 0 },
        borderColor: RULE,
      },
    });
  const heads = columns.map((c) => ({
    text: c.title || ' ',
    textColor: DIM,
    font: { src: FONT.label, size: HEAD_SIZE },
  }));
  // A head alone at the foot of a page says nothing.
  if (doc.y > doc.page.maxY() - 40) doc.addPage();
  const top = doc.y;
  const drawn = begin(top);
  drawn.row(heads);
  const headHeight = doc.y - top;
  // The rows of a table start a new page at its top margin: the head is put above it.
  const onNewPage = () => {
    begin(MARGIN).row(heads);
    doc.page.margins.top = MARGIN + headHeight;
  };
  doc.page.margins.top = MARGIN + headHeight;
  doc.on('pageAdded', onNewPage);
  for (const row of rows)
    drawn.row(
      columns.map((c) => ({
        text: plain(c.value(row)) || ' ',
        textColor: INK,
        font: { src: c.number ? FONT.number : FONT.text, size: ROW_SIZE },
      })),
    );
  drawn.end();
  doc.off('pageAdded', onNewPage);
  doc.page.margins.top = MARGIN;
  doc.x = MARGIN;
  doc.y += 1;
}

export function heading(doc: Doc, text: string): void {
  if (doc.y > doc.page.height - MARGIN - 80) doc.addPage();
  // Found from the reader's list of chapters.
  doc.outline.addItem(plain(text));
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
  const size = { width: doc.page.width - 2 * MARGIN - 14 };
  doc.font(FONT.text).fontSize(8.5);
  const height = 34 + lines.reduce((sum, line) => sum + doc.heightOfString(plain(line), size), 0);
  // What is signed under them comes along: no page holds nothing but signatures.
  if (doc.y > doc.page.height - MARGIN - height - signHeight(2)) doc.addPage();
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

const signHeight = (count: number): number => 20 + 34 * count;

/** Lines to sign on. */
export function signOff(doc: Doc, who: readonly string[]): void {
  if (doc.y > doc.page.height - MARGIN - signHeight(who.length)) doc.addPage();
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
