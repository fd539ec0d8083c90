import type { Id, PointMm } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Part } from '../document/part/part.ts';

/** Cables an item's move touches: those that end at it, and those the router laid across where it stands now. */
export function touchedBy(board: Board, parts: ReadonlyMap<Id, Part>, itemId: Id): Set<Id> {
  const item = board.items.find((i) => i.id === itemId);
  const own = new Set(
    board.connections.filter((c) => c.from.itemId === itemId || c.to.itemId === itemId).map((c) => c.id),
  );
  const found = new Set(board.cables.filter((c) => c.cores.some((k) => own.has(k.connectionId))).map((c) => c.id));
  const part = item && parts.get(item.partId);
  if (!item || !part || item.place.kind !== 'panel') return found;
  const { place } = item;
  const half =
    place.rotationDeg % 180 === 0 ? [part.widthMm / 2, part.heightMm / 2] : [part.heightMm / 2, part.widthMm / 2];
  const across = (a: PointMm, b: PointMm) =>
    Math.max(Math.min(a.xMm, b.xMm), place.xMm - half[0]!) <= Math.min(Math.max(a.xMm, b.xMm), place.xMm + half[0]!) &&
    Math.max(Math.min(a.yMm, b.yMm), place.yMm - half[1]!) <= Math.min(Math.max(a.yMm, b.yMm), place.yMm + half[1]!);
  for (const cable of board.cables)
    for (const s of cable.segments)
      if (s.kind === 'panelRoute' && s.panelId === place.panelId && s.face === place.face && s.laidBy === 'router')
        if (s.waypoints.some((p, i) => i > 0 && across(s.waypoints[i - 1]!, p))) found.add(cable.id);
  return found;
}
