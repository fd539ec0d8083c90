import type { Id, PointMm } from '../../document/basics.ts';
import type { Item } from '../../document/item/item.ts';
import type { Face, Panel } from '../../document/panel/panel.ts';
import type { Part } from '../../document/part/part.ts';
import { itemRect, type RectMm } from '../lengths/geometry.ts';
import { holdsOn, keepOutOutline } from './outlines.ts';

const round = (x: number) => Math.round(x * 10) / 10;

const RASTER_MM = 5;
const GAP_MM = 5;

/**
 * The free spot for an item nearest to a point, on a raster of its panel and clear of what else stands on that face; null
 * when there is none. Searched in rings outward, for it is mostly near and this is asked at every step of a drag.
 * @param blocked rectangles that are to stay free as well
 */
export function freeSpotFor(
  board: { items: readonly Pick<Item, 'id' | 'partId' | 'place'>[] },
  parts: ReadonlyMap<Id, Part>,
  panel: Pick<Panel, 'id' | 'outline'>,
  itemId: Id,
  near: PointMm,
  blocked: readonly RectMm[] = [],
): PointMm | null {
  const item = board.items.find((i) => i.id === itemId);
  const part = item && parts.get(item.partId);
  const own = item && part && itemRect(item, part);
  if (!item || !own || item.place.kind !== 'panel') return null;
  const { face } = item.place;
  const others = [
    ...blocked,
    ...board.items.flatMap((i) => {
      const p = parts.get(i.partId);
      const there =
        p && i.id !== itemId && i.place.kind === 'panel' && i.place.panelId === panel.id && i.place.face === face;
      return there ? [itemRect(i, p)!] : [];
    }),
  ];
  const [w, h] = [own.rightMm - own.leftMm, own.bottomMm - own.topMm];
  const [cx, cy] = [near.xMm, near.yMm];
  const xs = panel.outline.map((p) => p.xMm);
  const ys = panel.outline.map((p) => p.yMm);
  const [x0, y0] = [Math.min(...xs) + w / 2 + GAP_MM, Math.min(...ys) + h / 2 + GAP_MM];
  const columns = Math.floor((Math.max(...xs) - w / 2 - GAP_MM - x0) / RASTER_MM);
  const rows = Math.floor((Math.max(...ys) - h / 2 - GAP_MM - y0) / RASTER_MM);
  const clamp = (v: number, most: number) => Math.max(0, Math.min(most, v));
  const [startI, startJ] = [
    clamp(Math.round((cx - x0) / RASTER_MM), columns),
    clamp(Math.round((cy - y0) / RASTER_MM), rows),
  ];
  let best: { point: PointMm; distance: number } | null = null;
  const look = (i: number, j: number) => {
    if (i < 0 || j < 0 || i > columns || j > rows) return;
    const [x, y] = [x0 + i * RASTER_MM, y0 + j * RASTER_MM];
    const distance = Math.hypot(x - cx, y - cy);
    if (best && distance >= best.distance) return;
    const free = others.every(
      (rect) =>
        Math.min(rect.rightMm, x + w / 2) - Math.max(rect.leftMm, x - w / 2) <= -GAP_MM ||
        Math.min(rect.bottomMm, y + h / 2) - Math.max(rect.topMm, y - h / 2) <= -GAP_MM,
    );
    if (free) best = { point: { xMm: round(x), yMm: round(y) }, distance };
  };
  const offMm = Math.hypot(x0 + startI * RASTER_MM - cx, y0 + startJ * RASTER_MM - cy);
  const found = (): number => best?.distance ?? Number.POSITIVE_INFINITY;
  for (let ring = 0; ring <= Math.max(columns, rows) && ring * RASTER_MM - offMm < found(); ring++) {
    for (let k = -ring; k <= ring; k++) {
      look(startI + k, startJ - ring);
      if (ring > 0) look(startI + k, startJ + ring);
      if (Math.abs(k) < ring) {
        look(startI - ring, startJ + k);
        look(startI + ring, startJ + k);
      }
    }
  }
  return best ? (best as { point: PointMm }).point : null;
}

const spanOf = (points: readonly PointMm[]): RectMm => ({
  leftMm: Math.min(...points.map((p) => p.xMm)),
  rightMm: Math.max(...points.map((p) => p.xMm)),
  topMm: Math.min(...points.map((p) => p.yMm)),
  bottomMm: Math.max(...points.map((p) => p.yMm)),
});
const around = ({ xMm, yMm }: PointMm, mm: number): RectMm => ({
  leftMm: xMm - mm,
  rightMm: xMm + mm,
  topMm: yMm - mm,
  bottomMm: yMm + mm,
});
/** A part with the air it wants round it. */
function withAir(part: Part): Part {
  const { left, right, top, bottom } = part.clearSpaceMm;
  return {
    ...part,
    widthMm: part.widthMm + 2 * Math.max(left, right),
    heightMm: part.heightMm + 2 * Math.max(top, bottom),
  };
}

/**
 * Where a new part comes to stand on a panel: free, near others of its kind, with air for itself and for them where there
 * is room for that; null where the panel is full.
 * @example
 * landingSpot({ items: [] }, parts, board.panels[0], 'front', catalogue.parts[0]) !== null; // true
 */
export function landingSpot(
  board: { items: readonly Pick<Item, 'id' | 'partId' | 'place'>[] },
  parts: ReadonlyMap<Id, Part>,
  panel: Panel,
  face: Face,
  part: Part,
): PointMm | null {
  const kin = board.items.flatMap(({ partId, place }) =>
    parts.get(partId)?.kind === part.kind && place.kind === 'panel' && place.panelId === panel.id && place.face === face
      ? [place]
      : [],
  );
  const whole = spanOf(panel.outline);
  const middle = { xMm: (whole.leftMm + whole.rightMm) / 2, yMm: (whole.topMm + whole.bottomMm) / 2 };
  const near = kin.at(-1) ?? middle;
  const own = {
    id: 'landing',
    partId: part.id,
    place: { kind: 'panel' as const, panelId: panel.id, face, ...middle, rotationDeg: 0 as const },
  };
  const together = { items: [...board.items, own] };
  const known = new Map(parts).set(part.id, part);
  const airy = new Map([...known].map(([id, p]) => [id, withAir(p)]));
  const blocked = [
    ...panel.keepOuts.filter((k) => holdsOn(k, face)).map((k) => spanOf(keepOutOutline(k))),
    ...panel.holes.map((h) => around(h, h.diameterMm / 2)),
    ...panel.fixings.map((f) => around(f, f.screwDiameterMm)),
  ];
  const spot = (of: ReadonlyMap<Id, Part>) => freeSpotFor(together, of, panel, own.id, near, blocked);
  return spot(airy) ?? spot(known);
}
