import type { PointMm } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Face, Panel } from '../document/panel/panel.ts';
import type { Part } from '../document/part/part.ts';
import type { Dossier } from '../dossier.ts';
import { type Bend, pathAs } from '../stages/lengths/dress.ts';
import { itemRect, onPanel } from '../stages/lengths/geometry.ts';
import { asSeen, holdsOn, itemOutline, keepOutOutline, panelBox } from '../stages/place/outlines.ts';

/** Layers of a panel's drawing, as named in the files that leave the program. */
export const LAYERS = ['OUTLINE', 'JIGSAW', 'ITEMS', 'KEEP-OUT', 'CABLES', 'TEXT'] as const;
/** Holes have a layer for every drill: `DRILL-4.0`. */
export type Layer = (typeof LAYERS)[number] | `DRILL-${string}`;

export type Shape =
  | { kind: 'line'; layer: Layer; points: PointMm[]; closed: boolean }
  /** Lines and true arcs, one behind the other. */
  | { kind: 'way'; layer: Layer; points: PointMm[]; bends: Bend[] }
  | { kind: 'circle'; layer: Layer; centre: PointMm; diameterMm: number }
  | { kind: 'text'; layer: Layer; at: PointMm; text: string; heightMm: number };

export interface PanelShapes {
  panelId: string;
  name: string;
  /** The face the sheet is looked at. */
  face: Face;
  /** Cut from the face that does not show: everything left and right exchanged. */
  mirrored: boolean;
  widthMm: number;
  heightMm: number;
  /** In millimetres from the top left corner as drawn, y down. */
  shapes: Shape[];
}

/**
 * Layer of a drawing for the holes of one drill.
 * @example
 * drillLayer(6); // 'DRILL-6.0'
 */
export const drillLayer = (diameterMm: number): Layer => `DRILL-${diameterMm.toFixed(1)}`;

/** Pilot holes for wood and plastic screws: of the screw's diameter. Common practice, no source. */
const PILOT_SHARE = 0.7;
/** Above this a hole is sawn or cut, not drilled. Common practice, no source. */
export const DRILL_MAX_MM = 40;

export interface DrillRow {
  diameterMm: number;
  what: 'fixing' | 'pilot' | 'pass-through';
  /** What it is for, such as `-F1`. */
  forWhat: string;
  through: boolean;
  /** In panel coordinates, from the top left corner of the front. */
  at: PointMm;
}

/**
 * Every hole of a panel: its own fixings through, pilots for its parts, pass-throughs.
 * @example
 * drillRows(board, parts, board.panels[0]).length > 4; // true
 */
export function drillRows(board: Pick<Board, 'items'>, parts: ReadonlyMap<string, Part>, panel: Panel): DrillRow[] {
  const box = panelBox(panel);
  const from = (p: PointMm): PointMm => ({ xMm: p.xMm - box.leftMm, yMm: p.yMm - box.topMm });
  const pilot = (mm: number) => Math.max(1, Math.round(mm * PILOT_SHARE * 2) / 2);
  return [
    ...panel.fixings.map(
      (f, n): DrillRow => ({
        diameterMm: f.screwDiameterMm + 0.5,
        what: 'fixing',
        forWhat: `fixing ${n + 1}`,
        through: true,
        at: from(f),
      }),
    ),
    ...board.items.flatMap((item): DrillRow[] => {
      const part = parts.get(item.partId);
      if (!part || item.place.kind !== 'panel' || item.place.panelId !== panel.id) return [];
      return part.mountHoles.map((h) => ({
        diameterMm: pilot(h.screwDiameterMm),
        what: 'pilot',
        forWhat: item.designation + (item.place.kind === 'panel' && item.place.face === 'back' ? ' (behind)' : ''),
        through: false,
        at: from(onPanel(item, h)!),
      }));
    }),
    ...panel.holes.map(
      (h, n): DrillRow => ({
        diameterMm: h.diameterMm,
        what: 'pass-through',
        forWhat: `hole ${n + 1}${h.lining === 'none' ? '' : `, ${h.lining}`}`,
        through: true,
        at: from(h),
      }),
    ),
  ].sort((a, b) => a.diameterMm - b.diameterMm || a.at.yMm - b.at.yMm || a.at.xMm - b.at.xMm);
}

/**
 * A panel as shapes on named layers: to saw, to drill, to place by.
 * @param face the face it is looked at; @param mirrored for laying it on the other face, to cut from there
 * @param dossier with it, cables are drawn too
 * @example
 * panelShapes(board, parts, board.panels[0], 'front', false).widthMm; // 900
 */
export function panelShapes(
  board: Board,
  parts: ReadonlyMap<string, Part>,
  panel: Panel,
  face: Face,
  mirrored: boolean,
  dossier: Pick<Dossier, 'cables' | 'lengths'> | null = null,
): PanelShapes {
  const box = panelBox(panel);
  const widthMm = box.rightMm - box.leftMm;
  const draw = (p: PointMm): PointMm => {
    const seen = asSeen(panel, face, p);
    const x = seen.xMm - box.leftMm;
    return { xMm: mirrored ? widthMm - x : x, yMm: seen.yMm - box.topMm };
  };
  const shapes: Shape[] = [{ kind: 'line', layer: 'OUTLINE', points: panel.outline.map(draw), closed: true }];
  for (const row of drillRows(board, parts, panel)) {
    const centre = draw({ xMm: row.at.xMm + box.leftMm, yMm: row.at.yMm + box.topMm });
    const layer = row.diameterMm > DRILL_MAX_MM ? 'JIGSAW' : drillLayer(row.diameterMm);
    shapes.push({ kind: 'circle', layer, centre, diameterMm: row.diameterMm });
  }
  for (const keepOut of panel.keepOuts)
    if (holdsOn(keepOut, face))
      shapes.push({ kind: 'line', layer: 'KEEP-OUT', points: keepOutOutline(keepOut).map(draw), closed: true });
  for (const item of board.items) {
    const part = parts.get(item.partId);
    if (!part || item.place.kind !== 'panel' || item.place.panelId !== panel.id || item.place.face !== face) continue;
    shapes.push({ kind: 'line', layer: 'ITEMS', points: itemOutline(item, part)!.map(draw), closed: true });
    const rect = itemRect(item, part)!;
    const [a, b] = [draw({ xMm: rect.leftMm, yMm: rect.topMm }), draw({ xMm: rect.rightMm, yMm: rect.bottomMm })];
    shapes.push({
      kind: 'text',
      layer: 'TEXT',
      at: { xMm: Math.min(a.xMm, b.xMm) + 3, yMm: a.yMm + 9 },
      text: item.designation,
      heightMm: 6,
    });
  }
  for (const cable of dossier?.cables ?? [])
    for (const path of dossier?.lengths.find((l) => l.cableId === cable.cableId)?.paths ?? []) {
      if (path.panelId !== panel.id || path.face !== face || path.points.length < 2) continue;
      const { points, bends } = pathAs(path, draw, (face === 'back') !== mirrored);
      shapes.push({ kind: 'way', layer: 'CABLES', points, bends });
      const i = Math.floor((points.length - 1) / 2);
      const [p, q] = [points[i]!, points[i + 1]!];
      shapes.push({
        kind: 'text',
        layer: 'TEXT',
        at: { xMm: (p.xMm + q.xMm) / 2, yMm: (p.yMm + q.yMm) / 2 },
        text: cable.designation,
        heightMm: 4,
      });
    }
  shapes.push({
    kind: 'text',
    layer: 'TEXT',
    at: { xMm: 6, yMm: box.bottomMm - box.topMm - 6 },
    text: `${panel.name}: ${face.toUpperCase()}${mirrored ? ', MIRRORED' : ''}`,
    heightMm: 7,
  });
  return {
    panelId: panel.id,
    name: panel.name,
    face,
    mirrored,
    widthMm,
    heightMm: box.bottomMm - box.topMm,
    shapes,
  };
}
