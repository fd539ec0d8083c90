import type { Id, PointMm } from '../../document/basics.ts';
import type { Item } from '../../document/item/item.ts';
import type { Panel } from '../../document/panel/panel.ts';
import type { Part } from '../../document/part/part.ts';
import { itemRect } from '../lengths/geometry.ts';

const round = (x: number) => Math.round(x * 10) / 10;

const RASTER_MM = 5;
const GAP_MM = 5;

/**
 * The free spot for an item nearest to a point, on a raster of its panel and clear of what else stands on that face; null
 * when there is none. Searched in rings outward, for it is mostly near and this is asked at every step of a drag.
 */
export function freeSpotFor(
  board: { items: readonly Pick<Item, 'id' | 'partId' | 'place'>[] },
  parts: ReadonlyMap<Id, Part>,
  panel: Pick<Panel, 'id' | 'outline'>,
  itemId: Id,
  near: PointMm,
): PointMm | null {
  const item = board.items.find((i) => i.id === itemId);
  const part = item && parts.get(item.partId);
  const own = item && part && itemRect(item, part);
  if (!item || !own || item.place.kind !== 'panel') return null;
  const { face } = item.place;
  const others = board.items.flatMap((i) => {
    const p = parts.get(i.partId);
    const there =
      p && i.id !== itemId && i.place.kind === 'panel' && i.place.panelId === panel.id && i.place.face === face;
    return there ? [itemRect(i, p)!] : [];
  });
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
