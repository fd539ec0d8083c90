import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { partIndex } from '@ombrik/core/document/references';
import { drillRows } from '@ombrik/core/drawing/panelShapes';
import { type SheetOffcut, sheetPlan } from '@ombrik/core/drawing/sheetPlan';
import { drawPanelFace } from './panelFace.ts';
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
  paragraph,
  plain,
  RULE,
  signOff,
  table,
} from './paper.ts';

const MM = 72 / 25.4;

/** Every hole of every panel: drill, what for, where from the top left corner of the front. */
export async function drillPaper(file: PaperFile, head: PaperHead): Promise<Buffer> {
  const { board } = file;
  const parts = partIndex(board, genericCatalogue);
  const doc = openPaper(head);
  for (const panel of board.panels) {
    const rows = drillRows(board, parts, panel);
    heading(doc, `${panel.name}: ${panel.thicknessMm} mm ${panel.material}, good face ${panel.goodFace}`);
    const drills = new Map<number, number>();
    for (const r of rows) drills.set(r.diameterMm, (drills.get(r.diameterMm) ?? 0) + 1);
    paragraph(doc, [...drills].map(([mm, n]) => `${n} × ${mm.toFixed(1)} mm`).join('  ·  ') || 'No holes.');
    table(
      doc,
      [
        { title: 'Drill mm', width: 50, align: 'right', number: true, value: (r) => r.diameterMm.toFixed(1) },
        { title: 'x mm', width: 50, align: 'right', number: true, value: (r) => r.at.xMm.toFixed(1) },
        { title: 'y mm', width: 50, align: 'right', number: true, value: (r) => r.at.yMm.toFixed(1) },
        { title: 'What', width: 80, value: (r) => r.what },
        { title: 'For', width: 130, value: (r) => r.forWhat },
        { title: 'Depth', width: 70, value: (r) => (r.through ? 'through' : 'pilot, not through') },
        { title: 'Done', width: 40, value: () => '[  ]' },
      ],
      rows,
    );
  }
  paragraph(doc, 'Measured from the top left corner of the front, x to the right, y down.', DIM);
  cautions(doc, [
    'Clamp the board; a scrap of wood behind keeps the far face from tearing out. Eye protection.',
    'Drill with the batteries away from the board, and blow the chips off before anything is mounted.',
  ]);
  signOff(doc, ['Drilled by', 'Checked by']);
  return closePaper(doc, head);
}

/** Sheets to saw the panels from, cut by cut. */
export async function sheetPaper(file: PaperFile, head: PaperHead, offcuts: readonly SheetOffcut[]): Promise<Buffer> {
  const { board, workshop } = file;
  const doc = openPaper(head, 'landscape');
  const { plans, without } = sheetPlan(board, workshop, offcuts);
  const name = new Map(board.panels.map((p) => [p.id, p.name]));
  for (const { sheet, offcut, packing, usedShare, price } of plans) {
    packing.sheets.forEach((cut, n) => {
      const room = { w: doc.page.width - 2 * MARGIN, h: 250 };
      if (doc.y > doc.page.height - MARGIN - room.h - 60) doc.addPage();
      heading(
        doc,
        `${offcut ? `Offcut no. ${offcut.number}, ${offcut.bin}` : `Sheet ${n + 1} of ${packing.sheets.length}`}: ${sheet.thicknessMm} mm ${sheet.material}, ${sheet.widthMm} × ${sheet.heightMm} mm${price === null ? '' : ` · ${(price / packing.sheets.length).toFixed(2)} ${workshop.currency}`}`,
      );
      const scale = Math.min(room.w / (sheet.widthMm * MM), room.h / (sheet.heightMm * MM));
      const f = MM * scale;
      const [x0, y0] = [MARGIN, doc.y + 4];
      doc
        .lineWidth(1)
        .strokeColor(INK)
        .rect(x0, y0, sheet.widthMm * f, sheet.heightMm * f)
        .stroke();
      doc.lineWidth(0.25).strokeColor(RULE);
      if (sheet.grain !== 'none')
        for (let mm = 40; mm < (sheet.grain === 'width' ? sheet.heightMm : sheet.widthMm); mm += 60)
          if (sheet.grain === 'width')
            doc
              .moveTo(x0, y0 + mm * f)
              .lineTo(x0 + sheet.widthMm * f, y0 + mm * f)
              .stroke();
          else
            doc
              .moveTo(x0 + mm * f, y0)
              .lineTo(x0 + mm * f, y0 + sheet.heightMm * f)
              .stroke();
      for (const p of cut.pieces) {
        doc
          .lineWidth(1)
          .rect(x0 + p.xMm * f, y0 + p.yMm * f, p.widthMm * f, p.heightMm * f)
          .fillAndStroke('#F3EEE4', INK);
        doc
          .font(FONT.label)
          .fontSize(10)
          .fillColor(INK)
          .text(
            plain(
              `${name.get(p.id)}  ${Math.round(p.widthMm)} × ${Math.round(p.heightMm)}${p.turned ? ', turned' : ''}`,
            ),
            x0 + p.xMm * f + 4,
            y0 + p.yMm * f + 4,
            { width: p.widthMm * f - 6 },
          );
      }
      doc.x = MARGIN;
      doc.y = y0 + sheet.heightMm * f + 6;
      const cuts = cut.cuts.map((c) =>
        c.fromXMm === c.toXMm ? `upright at ${Math.round(c.fromXMm)} mm` : `level at ${Math.round(c.fromYMm)} mm`,
      );
      paragraph(
        doc,
        `Saw ${workshop.sawKerfMm} mm. Take ${Math.round(cut.usedWidthMm)} × ${Math.round(cut.usedHeightMm)} mm off the corner${cuts.length > 0 ? `; then, from the corner: ${cuts.join(', ')}` : ''}.`,
      );
    });
    paragraph(
      doc,
      `${(usedShare * 100).toFixed(0)} % of the sheets ends up in panels${packing.proven ? '; no through-cut plan takes fewer sheets' : ''}. ${price === null ? '' : `Sheets together ${price.toFixed(2)} ${workshop.currency}.`}`,
      DIM,
    );
  }
  if (plans.length === 0 && without.length === 0) paragraph(doc, 'No panels to cut.');
  for (const line of without) paragraph(doc, `Not planned: ${line}. Add the sheet on the workshop page.`);
  cautions(doc, [
    'Saw with the good face where your blade does not tear it out; push stick, guard, eye and ear protection.',
  ]);
  signOff(doc, ['Sawn by']);
  return closePaper(doc, head);
}

/** Front and back of every panel with parts, cables and wire names: to dress the board by. */
export async function dressingPaper(file: PaperFile, head: PaperHead): Promise<Buffer> {
  const { board, dossier } = file;
  const _parts = partIndex(board, genericCatalogue);
  const doc = openPaper(head, 'landscape');
  let first = true;
  for (const panel of board.panels)
    for (const face of ['front', 'back'] as const) {
      const used =
        board.items.some((i) => i.place.kind === 'panel' && i.place.panelId === panel.id && i.place.face === face) ||
        dossier.lengths.some((l) => l.paths.some((p) => p.panelId === panel.id && p.face === face));
      if (!used && face !== panel.goodFace) continue;
      if (!first) doc.addPage();
      first = false;
      heading(
        doc,
        `${panel.name}, ${face}${face === 'back' ? ', seen from behind: left and right are exchanged' : ''}`,
      );
      const y = doc.y;
      drawPanelFace(doc, file, panel, face, {
        x: MARGIN,
        y,
        width: doc.page.width - 2 * MARGIN,
        height: doc.page.height - y - MARGIN - 16,
      });
    }
  return closePaper(doc, head);
}
