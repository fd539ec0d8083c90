import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { partIndex } from '@ombrik/core/document/references';
import { csvOf } from '@ombrik/core/engine/csv';
import { type PartSerial, partSerials } from '@ombrik/core/released/partSerials';
import { serialOf, unitsOf } from '@ombrik/core/released/serials';
import type { StepPhoto } from '../build/photos.ts';
import { closePaper, heading, MARGIN, openPaper, type PaperFile, type PaperHead, paragraph, table } from './paper.ts';
import type { Needs } from './paperKind.ts';
import { isPrintable } from './printablePicture.ts';

/** Pictures stand in rows of two; a caption under each. */
const GAP_PT = 12;
const PICTURE_PT = 170;
const CAPTION_PT = 22;

const serialsOf = ({ board, job }: PaperFile, built: Needs['built']) => {
  const { quantity } = board.brief;
  const boardNo = (unit: number) => serialOf(job.number, unit, quantity);
  return partSerials(built, board.items, partIndex(board, genericCatalogue), unitsOf(quantity)).map((s) => ({
    ...s,
    boardNo: boardNo(s.unit),
  }));
};

/** Which very parts were built in, by the numbers their makers gave them, and the photos taken on the way. */
export async function partsRecordPaper(
  file: PaperFile,
  { built, photos }: Pick<Needs, 'built' | 'photos'>,
  head: PaperHead,
): Promise<Buffer> {
  const doc = openPaper(head);
  const rows = serialsOf(file, built);
  heading(doc, 'Parts with a number of their own');
  if (rows.length === 0) paragraph(doc, 'No part of this board bears one.');
  else
    table<PartSerial & { boardNo: string }>(
      doc,
      [
        { title: 'Board No.', width: 60, number: true, value: (r) => r.boardNo },
        { title: 'Part', width: 60, value: (r) => r.designation },
        { title: 'What', width: 200, value: (r) => r.partName },
        { title: 'Serial number', width: 116, number: true, value: (r) => r.serial ?? 'not written down' },
        { title: 'By, when', width: 100, value: (r) => `${r.personName} ${r.at.slice(0, 10)}` },
      ],
      rows,
    );
  heading(doc, 'Photos');
  if (photos.length === 0) paragraph(doc, 'None were taken.');
  const width = (doc.page.width - 2 * MARGIN - GAP_PT) / 2;
  const onPage = photos.filter(isPrintable);
  onPage.forEach((photo, i) => {
    if (i % 2 === 0 && doc.y + PICTURE_PT + CAPTION_PT > doc.page.maxY()) doc.addPage();
    const [x, y] = [MARGIN + (i % 2) * (width + GAP_PT), doc.y];
    const words = `${photo.name.replace(/\.\w+$/, '')}, No. ${serialOf(file.job.number, photo.unit, file.board.brief.quantity)}, ${photo.personName}, ${photo.at.slice(0, 10)}`;
    draw(doc, photo, words, { x, y, width });
    doc.x = MARGIN;
    // The next row begins under the taller of the two, which both are given.
    doc.y = i % 2 === 1 || i === onPage.length - 1 ? y + PICTURE_PT + CAPTION_PT + GAP_PT : y;
  });
  if (onPage.length < photos.length)
    paragraph(
      doc,
      `${photos.length - onPage.length} that cannot be put on a page: in the folder of photos of the sealed record.`,
    );
  return closePaper(doc, head);
}

function draw(
  doc: PDFKit.PDFDocument,
  photo: StepPhoto,
  words: string,
  at: { x: number; y: number; width: number },
): void {
  try {
    doc.image(Buffer.from(photo.bytes), at.x, at.y, { fit: [at.width, PICTURE_PT] });
  } catch {
    // A picture that is broken shall not keep the others from being printed.
    doc.fontSize(9).text('This picture cannot be read.', at.x, at.y + 20, { width: at.width });
  }
  doc.fontSize(8).text(words, at.x, at.y + PICTURE_PT + 3, { width: at.width, height: CAPTION_PT - 4, ellipsis: true });
}

/** The same numbers for a spreadsheet. */
export const serialsCsv = (file: PaperFile, built: Needs['built']): string =>
  csvOf(
    { board: 'figures', part: 'marks', what: 'words', serial: 'words', read_by: 'words', read_at: 'figures' },
    serialsOf(file, built).map((s) => ({
      board: s.boardNo,
      part: s.designation,
      what: s.partName,
      serial: s.serial ?? '',
      read_by: s.personName,
      read_at: s.at,
    })),
  );
