import type { StepStatus } from '@ombrik/core/build/buildState';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { partIndex } from '@ombrik/core/document/references';
import { picturedWays } from '@ombrik/core/drawing/picturedWays';
import { type StepScene, stepScene } from '@ombrik/core/drawing/stepScene';
import { cableLays } from '@ombrik/core/layout/cableLays';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { COPPER, DIM, FONT, heading, INK, MARGIN, type PaperFile, plain, RULE } from './paper.ts';
import { drawQr } from './qr.ts';

type Doc = PDFKit.PDFDocument;
const COLUMNS = 3;
const HIGH_PT = 150;
const PICTURE_PT = 112;
const QR_PT = 30;

/** A scene in a box of the page, as large as it fits. */
function drawScene(doc: Doc, scene: StepScene, x: number, y: number, w: number, h: number): void {
  const { frame } = scene;
  const scale = Math.min(w / frame.width, h / frame.height);
  doc.save();
  doc.rect(x, y, w, h).clip();
  doc.translate(
    x + (w - frame.width * scale) / 2 - frame.x * scale,
    y + (h - frame.height * scale) / 2 - frame.y * scale,
  );
  doc.scale(scale);
  const line = (points: readonly { xMm: number; yMm: number }[]) =>
    doc.polygon(...points.map((p): [number, number] => [p.xMm, p.yMm]));
  const pt = 1 / scale;
  line(scene.panel.outline)
    .lineWidth(0.5 * pt)
    .strokeColor(DIM)
    .stroke();
  for (const item of scene.items) {
    line(item.points).lineWidth((item.inked ? 0.9 : 0.4) * pt);
    if (item.inked) doc.fillAndStroke('#EFEBE1', INK);
    else doc.strokeColor(RULE).stroke();
    if (item.inked)
      doc
        .font(FONT.label)
        .fontSize(7 * pt)
        .fillColor(INK)
        .text(plain(item.designation), item.at.xMm - 40 * pt, item.at.yMm - 4 * pt, {
          width: 80 * pt,
          align: 'center',
          lineBreak: false,
        });
  }
  for (const way of scene.ways.filter((v) => v.inked)) {
    doc
      .path(way.path)
      .lineWidth(way.widthMm + 1.2 * pt)
      .strokeColor(INK)
      .stroke();
    doc.path(way.path).lineWidth(way.widthMm).strokeColor(way.colour).stroke();
  }
  for (const stud of scene.studs)
    doc
      .circle(stud.xMm, stud.yMm, 5 * pt)
      .lineWidth(1.4 * pt)
      .strokeColor(COPPER)
      .stroke();
  doc.restore();
}

/** Every step that is seen better than read: its picture under its number, with a code that opens it on the screen. */
export async function stepPictures(
  doc: Doc,
  file: PaperFile,
  steps: readonly StepStatus[],
  numberOf: (stepId: string) => number,
  origin: string,
): Promise<void> {
  const parts = partIndex(file.board, genericCatalogue);
  const lays = cableLays(file.dossier.cables, profileOf(file.board, file.workshop), genericCatalogue);
  const ways = picturedWays(file.dossier, lays);
  const pictured = steps.flatMap(({ step }) => {
    const scene = step.itemIds.length + step.cableIds.length > 0 ? stepScene(file.board, parts, ways, step) : null;
    return scene ? [{ step, scene }] : [];
  });
  if (pictured.length === 0) return;
  doc.addPage();
  heading(doc, 'Pictures');
  const width = (doc.page.width - 2 * MARGIN) / COLUMNS;
  let top = doc.y;
  pictured.forEach(({ step, scene }, n) => {
    const column = n % COLUMNS;
    if (column === 0 && n > 0) top += HIGH_PT;
    if (column === 0 && top + HIGH_PT > doc.page.height - MARGIN) {
      doc.addPage();
      top = doc.y;
    }
    const x = MARGIN + column * width;
    doc
      .lineWidth(0.4)
      .strokeColor(RULE)
      .rect(x, top, width - 6, PICTURE_PT)
      .stroke();
    drawScene(doc, scene, x, top, width - 6, PICTURE_PT);
    drawQr(
      doc,
      `${origin}/jobs/${file.job.id}/build?step=${encodeURIComponent(step.id)}`,
      x,
      top + PICTURE_PT + 2,
      QR_PT,
    );
    doc
      .font(FONT.bold)
      .fontSize(8)
      .fillColor(INK)
      .text(plain(`${numberOf(step.id)}. ${step.title}`), x + QR_PT + 4, top + PICTURE_PT + 3, {
        width: width - QR_PT - 12,
        height: 30,
        ellipsis: true,
      });
  });
  doc.y = top + HIGH_PT;
  doc.x = MARGIN;
}
