import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { PointMm } from '@ombrik/core/document/basics';
import type { Face, Panel } from '@ombrik/core/document/panel/panel';
import { partIndex } from '@ombrik/core/document/references';
import type { Ink, Mark } from '@ombrik/core/drawing/marks';
import { partFace } from '@ombrik/core/drawing/partFace';
import { placeTags, spotsAlong, spotsAround, type TagWish } from '@ombrik/core/drawing/placeTags';
import { seatTexts } from '@ombrik/core/drawing/seatTexts';
import { pathAs, strokesOf, svgPathOf } from '@ombrik/core/stages/lengths/dress';
import { itemRect, onPanel } from '@ombrik/core/stages/lengths/geometry';
import { asSeen } from '@ombrik/core/stages/place/outlines';
import { COLOUR_HEX, COLOUR_NAME } from '@ombrik/core/tables/conductorColours';
import { DIM, FONT, INK, type PaperFile, plain, RULE } from './paper.ts';

type Doc = PDFKit.PDFDocument;

/** Inks of a part on paper: without shadow and sheen, so that a laser prints it. */
const ON_PAPER: Readonly<Record<string, string>> = {
  shell: '#FFFFFF',
  shade: '#EFEBE1',
  dark: '#5A564D',
  edge: INK,
  copper: '#E3B58F',
  copperEdge: '#7A4218',
  steel: '#E3E0D8',
  steelEdge: '#8D877A',
  window: '#E4EFEB',
  windowEdge: '#8FA9A0',
  display: '#DDE5E2',
  displayInk: INK,
  strip: '#D5D0C3',
  cell: '#B7C0C9',
  pale: '#F6E3D3',
};
const inkOf = (ink: Ink): string => (ink.startsWith('#') ? ink : ON_PAPER[ink]!);
/** On paper the panel is nearly white, so that white conductors are told from it by their edge. */
const PANEL = '#F8F2E4';
const TERMINAL_PT = 3.4;

function paint(doc: Doc, mark: Mark): void {
  const { fill, line } = mark;
  if (line) doc.lineWidth(mark.lineMm ?? 0.5).strokeColor(inkOf(line));
  if (fill && line) doc.fillAndStroke(inkOf(fill), inkOf(line));
  else if (fill) doc.fill(inkOf(fill));
  else if (line) doc.stroke();
}

function drawMark(doc: Doc, mark: Mark, turnDeg: number): void {
  switch (mark.kind) {
    case 'rect':
      doc.roundedRect(mark.xMm, mark.yMm, mark.widthMm, mark.heightMm, mark.cornerMm ?? 0);
      paint(doc, mark);
      break;
    case 'circle':
      doc.circle(mark.xMm, mark.yMm, mark.radiusMm);
      paint(doc, mark);
      break;
    case 'line':
      mark.points.forEach((p, i) => {
        if (i === 0) doc.moveTo(p.xMm, p.yMm);
        else doc.lineTo(p.xMm, p.yMm);
      });
      if (mark.closed) doc.closePath();
      paint(doc, mark);
      break;
    case 'text': {
      doc.save().translate(mark.xMm, mark.yMm).rotate(-turnDeg).font(FONT.label).fontSize(mark.sizeMm);
      doc
        .fillColor(inkOf(mark.fill ?? 'edge'))
        .text(plain(mark.text), -doc.widthOfString(plain(mark.text)) / 2, -mark.sizeMm * 0.6, { lineBreak: false })
        .restore();
    }
  }
}

interface Sheet {
  file: PaperFile;
  panel: Panel;
  face: Face;
  /** Page place of a point of the panel, and points a millimetre. */
  at: (p: PointMm) => PointMm;
  scale: number;
}

function itemsOn({ file, panel, face }: Pick<Sheet, 'file' | 'panel' | 'face'>) {
  const parts = partIndex(file.board, genericCatalogue);
  return file.board.items.flatMap((item) => {
    const part = parts.get(item.partId);
    const { place } = item;
    return part && place.kind === 'panel' && place.panelId === panel.id && place.face === face
      ? [{ item, part, place }]
      : [];
  });
}
const pathsOn = ({ file, panel, face }: Sheet) => {
  const paths = new Map(file.dossier.lengths.map((l) => [l.cableId, l.paths]));
  return file.dossier.cables.map((cable) => ({
    cable,
    paths: (paths.get(cable.cableId) ?? []).filter(
      (p) => p.panelId === panel.id && p.face === face && p.points.length > 1,
    ),
  }));
};

function drawParts(doc: Doc, sheet: Sheet): void {
  const { board, dossier } = sheet.file;
  const seats = seatTexts(dossier.sizing.seats, [...genericCatalogue.fuseLinks, ...board.customLinks]);
  for (const { item, part, place } of itemsOn(sheet)) {
    const centre = sheet.at(place);
    doc.save().translate(centre.xMm, centre.yMm).scale(sheet.scale).rotate(place.rotationDeg);
    const own = seats.get(item.id);
    for (const mark of partFace(part, (seatId) => own?.get(seatId) ?? null))
      if (mark.detail < 2 || mark.kind === 'text') drawMark(doc, mark, place.rotationDeg);
    doc.restore();
  }
}

function drawCables(doc: Doc, sheet: Sheet): void {
  const diameters = new Map(genericCatalogue.cableTypes.map((t) => [t.id, t.outerDiameterMm]));
  for (const { cable, paths } of pathsOn(sheet)) {
    const width = Math.max(1, (diameters.get(cable.cableTypeId ?? '') ?? 4) * sheet.scale);
    const colour = COLOUR_HEX[cable.cores[0]?.colour ?? 'BK'];
    for (const path of paths) {
      const way = svgPathOf(pathAs(path, sheet.at, sheet.face === 'back', sheet.scale));
      doc.save().lineJoin('round');
      if (path.provisional) doc.dash(4, { space: 2 });
      doc
        .path(way)
        .lineWidth(width + 0.9)
        .strokeColor(INK)
        .stroke();
      doc.path(way).lineWidth(width).strokeColor(colour).stroke();
      doc.restore();
    }
  }
}

function drawTerminals(doc: Doc, sheet: Sheet): void {
  doc.lineWidth(0.5);
  for (const { item, part } of itemsOn(sheet))
    for (const t of part.terminals) {
      const p = sheet.at(onPanel(item, t)!);
      doc.circle(p.xMm, p.yMm, 1.3).fillAndStroke('#FFFFFF', INK);
    }
}

/** Names placed as on the screen: none over another, none over a terminal. */
function drawNames(doc: Doc, sheet: Sheet): void {
  const wishes: (TagWish & { text: string; dark: boolean })[] = [];
  const keep: { xMm: number; yMm: number; halfMm: number }[] = [];
  const wish = (text: string, dark: boolean, spots: (w: number, h: number) => TagWish['spots']) => {
    doc.font(dark ? FONT.label : FONT.number).fontSize(dark ? 7.5 : 6.5);
    const widthMm = doc.widthOfString(plain(text)) + 4;
    wishes.push({ id: String(wishes.length), text, dark, widthMm, heightMm: 9, spots: spots(widthMm, 9), must: dark });
  };
  for (const { item, part } of itemsOn(sheet)) {
    for (const t of part.terminals) keep.push({ ...sheet.at(onPanel(item, t)!), halfMm: TERMINAL_PT });
    const rect = itemRect(item, part)!;
    const corners = [
      sheet.at({ xMm: rect.leftMm, yMm: rect.topMm }),
      sheet.at({ xMm: rect.rightMm, yMm: rect.bottomMm }),
    ] as const;
    const box = {
      leftMm: Math.min(corners[0].xMm, corners[1].xMm),
      rightMm: Math.max(corners[0].xMm, corners[1].xMm),
      topMm: corners[0].yMm,
      bottomMm: corners[1].yMm,
    };
    wish(item.designation, true, (w, h) => spotsAround(box, w, h));
  }
  for (const { cable, paths } of pathsOn(sheet).sort((a, b) => b.cable.areaMm2 - a.cable.areaMm2)) {
    const lines = paths.flatMap((p) =>
      strokesOf(pathAs(p, sheet.at, sheet.face === 'back', sheet.scale)).filter((s) => s.kind === 'line'),
    );
    const guess = paths.some((p) => p.provisional) ? '~' : '';
    if (lines.length > 0) wish(guess + cable.designation, false, () => spotsAlong(lines));
  }
  const at = placeTags(wishes, keep);
  for (const { id, text, dark, widthMm, heightMm } of wishes) {
    const p = at.get(id);
    if (!p) continue;
    doc
      .lineWidth(0.4)
      .roundedRect(p.xMm - widthMm / 2, p.yMm - heightMm / 2, widthMm, heightMm, 1)
      .fillAndStroke(dark ? INK : '#FFFFFF', dark ? INK : RULE);
    doc
      .font(dark ? FONT.label : FONT.number)
      .fontSize(dark ? 7.5 : 6.5)
      .fillColor(dark ? '#FFFFFF' : INK)
      .text(plain(text), p.xMm - widthMm / 2 + 2, p.yMm - (dark ? 4.4 : 3.2), { lineBreak: false });
  }
}

/** What the colours, dashes and signs of the drawing mean; only those that are on it. */
function legendOf(sheet: Sheet): string {
  const cables = pathsOn(sheet).filter((c) => c.paths.length > 0);
  const colours = [...new Set(cables.flatMap((c) => (c.cable.flat ? [] : c.cable.cores.map((k) => k.colour))))];
  return [
    colours.length > 0 && `Conductors: ${colours.map((c) => `${c} ${COLOUR_NAME[c]}`).join(', ')}`,
    cables.some((c) => c.cable.flat) && 'Bare copper: formed links',
    cables.some((c) => c.paths.some((p) => p.provisional)) && 'Dashed and ~: a way nobody has settled yet',
    'Dark names: parts; light names: wires, as on their labels',
  ]
    .filter(Boolean)
    .join('. ');
}

/**
 * One face of a panel with its parts, cables and names, as large as the room allows; below it the scale and what its
 * colours and signs mean. The page's place is under it afterwards.
 * @param room page place and size, points
 */
export function drawPanelFace(
  doc: Doc,
  file: PaperFile,
  panel: Panel,
  face: Face,
  room: { x: number; y: number; width: number; height: number },
): void {
  const outline = panel.outline.map((p) => asSeen(panel, face, p));
  const xs = outline.map((p) => p.xMm);
  const ys = outline.map((p) => p.yMm);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  // A panel drawn as a line or a point still has a sheet. Names stand over its edge.
  const [w, h] = [Math.max(1, Math.max(...xs) - left), Math.max(1, Math.max(...ys) - top)];
  const scale = Math.min(room.width / w, (room.height - 30) / h);
  const origin = { x: room.x + (room.width - w * scale) / 2, y: room.y + 12 };
  const onPage = (p: PointMm): PointMm => ({
    xMm: origin.x + (p.xMm - left) * scale,
    yMm: origin.y + (p.yMm - top) * scale,
  });
  const sheet: Sheet = { file, panel, face, scale, at: (p) => onPage(asSeen(panel, face, p)) };
  doc.save().lineWidth(1.4);
  outline.map(onPage).forEach((p, i) => {
    if (i === 0) doc.moveTo(p.xMm, p.yMm);
    else doc.lineTo(p.xMm, p.yMm);
  });
  doc.closePath().fillAndStroke(PANEL, INK);
  doc.lineWidth(0.6);
  for (const f of panel.fixings) {
    const p = sheet.at(f);
    doc.circle(p.xMm, p.yMm, Math.max(1.5, (f.screwDiameterMm / 2) * scale)).fillAndStroke('#FFFFFF', INK);
  }
  for (const hole of panel.holes) {
    const p = sheet.at(hole);
    doc.circle(p.xMm, p.yMm, (hole.diameterMm / 2) * scale).fillAndStroke('#FFFFFF', DIM);
  }
  drawParts(doc, sheet);
  drawCables(doc, sheet);
  drawTerminals(doc, sheet);
  drawNames(doc, sheet);
  doc.restore();
  doc
    .font(FONT.text)
    .fontSize(8)
    .fillColor(DIM)
    .text(
      plain(`Scale 1:${(2.8346 / scale).toFixed(1)}, not for measuring off. ${legendOf(sheet)}.`),
      room.x,
      origin.y + h * scale + 6,
      { width: room.width },
    );
}
