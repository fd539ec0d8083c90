import type { MadeCable, MadeEnd } from '@ombrik/core/stages/terminations/terminations';
import { CABLE_STEPS, STEP_WORDS, stepsOf } from '@ombrik/core/stock/cableSteps';
import { cableWork } from '@ombrik/core/stock/cableWork';
import { isCablePiece } from '@ombrik/core/stock/cutPieces';
import type { CutPlan } from '@ombrik/core/stock/cutPlan';
import { cableCode } from '@ombrik/core/stock/scan';
import { COLOUR_HEX, COLOUR_NAME } from '@ombrik/core/tables/conductorColours';
import { torqueText } from '@ombrik/core/tables/gravity';
import {
  COPPER,
  closePaper,
  DIM,
  FONT,
  INK,
  MARGIN,
  openPaper,
  type PaperFile,
  type PaperHead,
  paragraph,
  plain,
  RULE,
} from './paper.ts';
import { drawQr } from './qr.ts';

type Doc = PDFKit.PDFDocument;
const CARD_H = 118;

/** One end drawn: barrel, palm with its hole or a sleeve, and how far it is stripped. */
function drawEnd(doc: Doc, end: MadeEnd, x: number, y: number, side: -1 | 1, hex: string): void {
  const at = (dx: number, w: number) => (side < 0 ? x - dx - w : x + dx);
  doc.lineWidth(0.6).strokeColor(INK);
  doc.rect(at(-40, 40), y - 6, 40, 12).fillAndStroke(hex, INK);
  if (end.shrinkId) doc.rect(at(-18, 24), y - 7.5, 24, 15).fillAndStroke('#55504A', INK);
  doc.rect(at(0, 18), y - 5, 18, 10).fillAndStroke('#C9824F', '#7A3C15');
  if (end.attachment === 'stud') {
    const cx = x + side * 26;
    doc.circle(cx, y, 9).fillAndStroke('#C9824F', '#7A3C15');
    doc.circle(cx, y, Math.max(2, Math.min(5, (end.studMm ?? 4) / 2))).fillAndStroke('#FFFFFF', '#7A3C15');
  }
}

const endWords = (end: MadeEnd): string[] => {
  const { crimp } = end;
  return [
    `${end.at} · ${end.lugName}`,
    `strip ${Math.round(end.stripMm)} mm${crimp ? ` · die ${crimp.dieId} · ${crimp.bites} ${crimp.bites === 1 ? 'bite' : 'bites'}${crimp.passes > 1 ? `, ${crimp.passes} passes` : ''}` : ''}`,
    [
      end.shrinkId ? `shrink ${end.shrinkMm} mm ${end.shrinkName.replace('Dual-wall heat-shrink ', '')}` : '',
      end.torqueNm === null ? '' : torqueText(end.torqueNm),
    ]
      .filter((t) => t !== '')
      .join(' · '),
  ];
};

function card(
  doc: Doc,
  cable: MadeCable,
  more: { code: string; reel: string; pullDue: boolean; equals: string[]; count: number },
): void {
  const core = cable.cores[0];
  if (!core) return;
  if (doc.y + CARD_H > doc.page.height - MARGIN - 20) doc.addPage();
  const top = doc.y;
  const width = doc.page.width - 2 * MARGIN;
  const needed = stepsOf(cable, more.pullDue);
  doc
    .lineWidth(0.6)
    .strokeColor(RULE)
    .dash(3, { space: 2 })
    .rect(MARGIN, top, width, CARD_H - 6)
    .stroke()
    .undash();
  drawQr(doc, more.code, MARGIN + width - 68, top + 4, 64);
  doc
    .font(FONT.label)
    .fontSize(20)
    .fillColor(INK)
    .text(plain(cable.designation), MARGIN + 8, top + 5, { lineBreak: false });
  doc
    .font(FONT.number)
    .fontSize(14)
    .text(
      `${more.count > 1 ? `${more.count} × ` : ''}${Math.round(cable.cutMm)} mm${cable.provisional ? ' ~ do not cut' : ''}`,
      MARGIN + 90,
      top + 9,
      {
        lineBreak: false,
      },
    );
  doc
    .font(FONT.text)
    .fontSize(8)
    .fillColor(DIM)
    .text(
      plain(
        `${cable.cableTypeName}, ${cable.cores.map((c) => `${COLOUR_NAME[c.colour]}${c.remark ? ` re-marked ${COLOUR_NAME[c.remark.colour]} at both ends` : ''}`).join(' + ')} · from ${more.reel}${cable.sleeve ? ` · sleeve ${cable.sleeve.lengthMm} mm` : ''}${more.equals.length > 0 ? ` · EQUAL LENGTH WITH ${more.equals.join(', ')}` : ''}`,
      ),
      MARGIN + 8,
      top + 30,
      { width: width - 90, height: 20 },
    );
  const hex = COLOUR_HEX[core.colour];
  const y = top + 62;
  drawEnd(doc, core.from, MARGIN + 42, y, -1, hex);
  drawEnd(doc, core.to, MARGIN + width / 2 + 10, y, -1, hex);
  endWords(core.from).forEach((t, i) => {
    doc
      .font(i === 0 ? FONT.bold : FONT.text)
      .fontSize(8)
      .fillColor(INK)
      .text(plain(t), MARGIN + 92, y - 14 + i * 10, { width: width / 2 - 120, height: 10, ellipsis: true });
  });
  endWords(core.to).forEach((t, i) => {
    doc
      .font(i === 0 ? FONT.bold : FONT.text)
      .fontSize(8)
      .fillColor(INK)
      .text(plain(t), MARGIN + width / 2 + 60, y - 14 + i * 10, { width: width / 2 - 132, height: 10, ellipsis: true });
  });
  let x = MARGIN + 8;
  const pull = core.from.crimp?.pull;
  for (const step of CABLE_STEPS) {
    if (!needed[step]) continue;
    const words = step === 'pulled' && pull ? `${STEP_WORDS[step]} ${pull.forceN} N` : STEP_WORDS[step];
    doc
      .lineWidth(0.8)
      .strokeColor(INK)
      .rect(x, top + 92, 10, 10)
      .stroke();
    doc
      .font(FONT.label)
      .fontSize(9)
      .fillColor(INK)
      .text(words, x + 13, top + 92, { lineBreak: false });
    x += doc.widthOfString(words) + 28;
  }
  if (more.pullDue)
    doc
      .font(FONT.label)
      .fontSize(9)
      .fillColor(COPPER)
      .text('pull this one', x, top + 92, { lineBreak: false });
  doc.x = MARGIN;
  doc.y = top + CARD_H;
}

/** One card a cable, in the order of making, with both ends and what to tick. */
export function cardPaper(file: PaperFile, plan: CutPlan | null, origin: string, head: PaperHead): Promise<Buffer> {
  const doc = openPaper(head);
  const work = cableWork(file.dossier.cables, file.workshop);
  paragraph(
    doc,
    `In the order of making: ${work.changes.reels} reels and ${work.changes.dies} dies set up; in the order of the drawing it would be ${work.asDrawn.reels} and ${work.asDrawn.dies}. Slide the heat-shrink on before crimping; gloves and eye protection when cutting and shrinking.`,
  );
  for (const cable of work.order) {
    const rod = plan?.groups
      .flatMap((g) => g.rods)
      .find((r) =>
        r.cuts.some(
          (c) => c.piece.jobId === file.job.id && c.piece.cableId === cable.cableId && isCablePiece(c.piece.id),
        ),
      );
    card(doc, cable, {
      code: cableCode(origin, file.job.number, cable.designation),
      reel: rod?.label ?? 'any reel',
      pullDue: work.pullDue.has(cable.cableId),
      equals: work.equals.get(cable.cableId) ?? [],
      count: file.board.brief.quantity,
    });
  }
  return closePaper(doc, head);
}
