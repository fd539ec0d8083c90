import type { Shape } from '@ombrik/core/drawing/panelShapes';
import { pathAs, svgPathOf } from '@ombrik/core/stages/lengths/dress';
import { DIM, FONT, INK, plain } from './paper.ts';

const MM = 72 / 25.4;

/**
 * Draws a panel's shapes at true size or smaller.
 * @param at page place of the drawing's top left corner, points; @param scale 1 is true size
 */
export function drawShapes(
  doc: PDFKit.PDFDocument,
  shapes: readonly Shape[],
  at: { x: number; y: number },
  scale = 1,
): void {
  const f = MM * scale;
  const X = (mm: number) => at.x + mm * f;
  const Y = (mm: number) => at.y + mm * f;
  for (const shape of shapes) {
    if (shape.kind === 'text') {
      doc
        .font(FONT.label)
        .fontSize(Math.max(scale === 1 ? 5 : 7.5, shape.heightMm * f))
        .fillColor(INK)
        .text(
          plain(shape.text),
          X(shape.at.xMm),
          Y(shape.at.yMm) - Math.max(scale === 1 ? 5 : 7.5, shape.heightMm * f),
          { lineBreak: false },
        );
      continue;
    }
    const saw = shape.layer === 'OUTLINE' || shape.layer === 'JIGSAW';
    doc.lineWidth(saw ? 0.9 : 0.5).strokeColor(shape.layer === 'ITEMS' ? DIM : INK);
    if (shape.layer === 'KEEP-OUT') doc.dash(3, { space: 2 });
    if (shape.kind === 'circle') {
      const r = (shape.diameterMm / 2) * f;
      const [x, y] = [X(shape.centre.xMm), Y(shape.centre.yMm)];
      doc.circle(x, y, r).stroke();
      const arm = scale === 1 ? Math.max(r + 4, 7) : Math.max(r + 1, 2);
      doc
        .lineWidth(0.35)
        .moveTo(x - arm, y)
        .lineTo(x + arm, y)
        .moveTo(x, y - arm)
        .lineTo(x, y + arm)
        .stroke();
      if (scale === 1)
        doc
          .font(FONT.number)
          .fontSize(6)
          .fillColor(DIM)
          .text(shape.diameterMm.toFixed(1), x + 3, y + 2, { lineBreak: false });
    } else if (shape.kind === 'way') {
      doc.path(svgPathOf(pathAs(shape, (p) => ({ xMm: X(p.xMm), yMm: Y(p.yMm) }), false, f))).stroke();
    } else {
      shape.points.forEach((p, i) => {
        if (i === 0) doc.moveTo(X(p.xMm), Y(p.yMm));
        else doc.lineTo(X(p.xMm), Y(p.yMm));
      });
      if (shape.closed) doc.closePath();
      doc.stroke();
    }
    doc.undash();
  }
}
