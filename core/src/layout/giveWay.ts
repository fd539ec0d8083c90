import type { Id, PointMm } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import { applyCommands, type Command } from '../document/commands.ts';
import type { Part } from '../document/part/part.ts';
import { cablePaths } from '../stages/lengths/geometry.ts';
import type { LayOf } from './cableLays.ts';
import { routeCables } from './routeCables.ts';

/** Two stretches lie in one another when they run side by side nearer than their thickness for this far, mm. */
const BESIDE_MM = 15;

function coincide(a: PointMm, b: PointMm, c: PointMm, d: PointMm, nearMm: number): boolean {
  const level = Math.abs(a.yMm - b.yMm) < 1 && Math.abs(c.yMm - d.yMm) < 1;
  const upright = Math.abs(a.xMm - b.xMm) < 1 && Math.abs(c.xMm - d.xMm) < 1;
  if (!level && !upright) return false;
  const gap = level ? Math.abs(a.yMm - c.yMm) : Math.abs(a.xMm - c.xMm);
  const [p, q, r, s] = level ? [a.xMm, b.xMm, c.xMm, d.xMm] : [a.yMm, b.yMm, c.yMm, d.yMm];
  return (
    gap < nearMm && Math.min(Math.max(p, q), Math.max(r, s)) - Math.max(Math.min(p, q), Math.min(r, s)) > BESIDE_MM
  );
}

/**
 * Lays anew what the router had laid where a hand has now put a cable; the pinned one and others laid by hand stay.
 * @param edit what the hand did: it comes first in what is given back
 * @example
 * giveWay(board, parts, 'gone', [], () => ({ diameterMm: 10, bendMm: 40, lugMm: 30 })); // []
 */
export function giveWay(
  board: Board,
  parts: ReadonlyMap<Id, Part>,
  cableId: Id,
  edit: readonly Command[],
  layOf: LayOf,
): Command[] {
  const pinned = applyCommands(board, edit).board;
  const lookup = { items: new Map(pinned.items.map((i) => [i.id, i])), parts: new Map(parts) };
  const connections = new Map(pinned.connections.map((c) => [c.id, c]));
  const pathsOf = (cable: Board['cables'][number]) => {
    const connection = connections.get(cable.cores[0]?.connectionId ?? '');
    return connection ? cablePaths(pinned, cable, connection, lookup) : [];
  };
  const own = pinned.cables.find((c) => c.id === cableId);
  if (!own) return [...edit];
  const laid = pathsOf(own);
  const touched = new Set<Id>();
  for (const cable of pinned.cables) {
    if (cable.id === cableId) continue;
    if (!cable.segments.some((s) => s.kind === 'panelRoute' && s.laidBy === 'router' && s.waypoints.length > 0))
      continue;
    const near = (layOf(cable.id).diameterMm + layOf(cableId).diameterMm) / 2 - 0.5;
    const meets = pathsOf(cable).some((p) =>
      laid.some(
        (q) =>
          p.panelId === q.panelId &&
          p.face === q.face &&
          p.points.some((b, i) =>
            q.points.some((d, j) => i > 0 && j > 0 && coincide(p.points[i - 1]!, b, q.points[j - 1]!, d, near)),
          ),
      ),
    );
    if (meets) touched.add(cable.id);
  }
  return touched.size > 0 ? [...edit, ...routeCables(pinned, parts, layOf, touched).commands] : [...edit];
}
