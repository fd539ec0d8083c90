import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { PointMm } from '@ombrik/core/document/basics';
import { partIndex } from '@ombrik/core/document/references';
import { pathAs, svgPathOf } from '@ombrik/core/stages/lengths/dress';
import { itemRect, onPanel } from '@ombrik/core/stages/lengths/geometry';
import { sizeText } from '@ombrik/core/tables/awg';
import { COLOUR_HEX } from '@ombrik/core/tables/conductorColours';
import {
  cautions,
  closePaper,
  DIM,
  FONT,
  heading,
  INK,
  MARGIN,
  openPaper,
  type PaperFile,
  type PaperHead,
  plain,
  RULE,
  signOff,
  table,
} from './paper.ts';
import { settledList } from './settledList.ts';

function wireList(doc: PDFKit.PDFDocument, { dossier }: PaperFile): void {
  heading(doc, 'Wires');
  table(
    doc,
    [
      { title: 'Wire', width: 40, number: true, value: (c) => c.designation },
      { title: 'From', width: 90, value: (c) => c.cores.map((k) => k.from.at).join(', ') },
      { title: 'To', width: 90, value: (c) => c.cores.map((k) => k.to.at).join(', ') },
      { title: 'Size', width: 52, align: 'right', number: true, value: (c) => sizeText(c.areaMm2) },
      { title: 'Colour', width: 40, value: (c) => c.cores.map((k) => k.colour).join(', ') },
      {
        title: 'Cut mm',
        width: 46,
        align: 'right',
        number: true,
        value: (c) => `${Math.round(c.cutMm)}${c.provisional ? ' ~' : ''}`,
      },
    ],
    dossier.cables,
  );
  doc.font(FONT.text).fontSize(8).fillColor(DIM).text('~ route or run not yet accepted or measured', MARGIN);
}

function partList(doc: PDFKit.PDFDocument, { board }: PaperFile): void {
  const parts = partIndex(board, genericCatalogue);
  heading(doc, 'Parts on the drawing');
  table(
    doc,
    [
      { title: 'Name', width: 50, value: (i) => i.designation },
      { title: 'Part', width: 200, value: (i) => parts.get(i.partId)?.name ?? i.partId },
      { title: 'What', width: 120, value: (i) => i.name },
      {
        title: 'Where',
        width: 110,
        value: (i) =>
          i.place.kind === 'panel'
            ? `${Math.round(i.place.xMm)}, ${Math.round(i.place.yMm)} mm`
            : i.place.kind === 'location'
              ? i.place.location
              : 'not placed',
      },
    ],
    board.items,
  );
}

/** The board drawing, to scale, with wire names as on the labels, and the wire list. */
export async function boardDrawing(file: PaperFile, head: PaperHead): Promise<Buffer> {
  const { board, dossier } = file;
  const doc = openPaper(head, 'landscape');
  const parts = partIndex(board, genericCatalogue);
  board.panels.forEach((panel, n) => {
    if (n > 0) doc.addPage();
    // This sheet is the front; the back has its own on the dressing drawing.
    const here = board.items.filter(
      ({ place, partId }) =>
        parts.has(partId) && place.kind === 'panel' && place.panelId === panel.id && place.face === 'front',
    );
    const xs = panel.outline.map((p) => p.xMm);
    const ys = panel.outline.map((p) => p.yMm);
    const [left, top] = [Math.min(...xs), Math.min(...ys)];
    // A panel drawn as a line or a point still has a sheet.
    const [w, h] = [Math.max(1, Math.max(...xs) - left), Math.max(1, Math.max(...ys) - top)];
    const room = { w: doc.page.width - 2 * MARGIN, h: doc.page.height - doc.y - MARGIN - 30 };
    const scale = Math.min(room.w / w, room.h / h);
    const [x0, y0] = [MARGIN + (room.w - w * scale) / 2, doc.y + 14];
    const X = (mm: number) => x0 + (mm - left) * scale;
    const Y = (mm: number) => y0 + (mm - top) * scale;
    const trace = (points: readonly PointMm[]) => {
      for (const [i, p] of points.entries())
        if (i === 0) doc.moveTo(X(p.xMm), Y(p.yMm));
        else doc.lineTo(X(p.xMm), Y(p.yMm));
    };
    doc
      .font(FONT.text)
      .fontSize(8)
      .fillColor(DIM)
      .text(
        plain(
          `${panel.name}, front: ${Math.round(w)} × ${Math.round(h)} × ${panel.thicknessMm} mm ${panel.material}. Scale 1:${(2.8346 / scale).toFixed(1)}; not for measuring off.`,
        ),
        MARGIN,
        doc.y - 2,
        { lineBreak: false },
      );
    doc.lineWidth(1.4).strokeColor(INK).fillColor('#F8F2E4');
    trace(panel.outline);
    doc.closePath().fillAndStroke();
    for (const f of panel.fixings)
      doc.circle(X(f.xMm), Y(f.yMm), Math.max(1.5, (f.screwDiameterMm / 2) * scale)).fillAndStroke('#FFFFFF', INK);
    for (const hole of panel.holes)
      doc.circle(X(hole.xMm), Y(hole.yMm), (hole.diameterMm / 2) * scale).fillAndStroke('#FFFFFF', DIM);
    for (const item of here) {
      const part = parts.get(item.partId)!;
      const rect = itemRect(item, part)!;
      doc
        .lineWidth(0.8)
        .rect(X(rect.leftMm), Y(rect.topMm), (rect.rightMm - rect.leftMm) * scale, (rect.bottomMm - rect.topMm) * scale)
        .fillAndStroke('#FFFFFF', INK);
    }
    for (const cable of dossier.cables) {
      const length = dossier.lengths.find((l) => l.cableId === cable.cableId);
      const colour = COLOUR_HEX[cable.cores[0]?.colour ?? 'BK'];
      for (const path of length?.paths ?? []) {
        if (path.panelId !== panel.id || path.face !== 'front' || path.points.length < 2) continue;
        const width = Math.max(0.8, Math.sqrt(cable.areaMm2) * 1.4 * scale);
        const drawn = svgPathOf(pathAs(path, (p) => ({ xMm: X(p.xMm), yMm: Y(p.yMm) }), false, scale));
        const draw = () => doc.path(drawn);
        if (path.provisional) doc.dash(4, { space: 2 });
        draw();
        doc
          .lineJoin('round')
          .lineWidth(width + 0.8)
          .strokeColor(INK)
          .stroke();
        draw();
        doc.lineWidth(width).strokeColor(colour).stroke();
        doc.undash();
      }
    }
    for (const item of here) {
      const part = parts.get(item.partId)!;
      for (const t of part.terminals) {
        const at = onPanel(item, t)!;
        doc.circle(X(at.xMm), Y(at.yMm), 1.2).fillAndStroke('#FFFFFF', INK);
      }
      const rect = itemRect(item, part)!;
      doc
        .font(FONT.label)
        .fontSize(8)
        .fillColor(INK)
        .text(plain(item.designation), X(rect.leftMm) + 2, Y(rect.topMm) + 1.5, { lineBreak: false });
    }
    for (const cable of dossier.cables) {
      const path = dossier.lengths
        .find((l) => l.cableId === cable.cableId)
        ?.paths.find((p) => p.panelId === panel.id && p.face === 'front');
      if (!path || path.points.length < 2) continue;
      const i = Math.floor((path.points.length - 1) / 2);
      const [a, b] = [path.points[i]!, path.points[i + 1]!];
      const [x, y] = [X((a.xMm + b.xMm) / 2), Y((a.yMm + b.yMm) / 2)];
      const width = doc.font(FONT.number).fontSize(6.5).widthOfString(cable.designation) + 3;
      doc
        .lineWidth(0.4)
        .rect(x - width / 2, y - 4, width, 8)
        .fillAndStroke('#FFFFFF', RULE);
      doc.fillColor(INK).text(cable.designation, x - width / 2 + 1.5, y - 2.6, { lineBreak: false });
    }
    doc.x = MARGIN;
    doc.y = y0 + h * scale + 10;
  });
  doc.addPage();
  wireList(doc, file);
  partList(doc, file);
  settledList(doc, file.dossier);
  cautions(doc, [
    'Drill with the battery away from the board. Screws shorter than the board unless the back is known to be free.',
    'Mains terminals are wired and tested by a licensed person only. Local rules come first; this drawing claims no compliance.',
  ]);
  signOff(doc, ['Designer', 'Checked by']);
  return closePaper(doc, head);
}
