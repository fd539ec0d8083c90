import type { OneLine } from '@ombrik/core/circuit/oneLine';
import type { Id } from '@ombrik/core/document/basics';
import type { Laid } from '../../worker/circuitWorker.ts';

export interface Point {
  x: number;
  y: number;
}
/** Room for a load's name beside its sign. */
const LOAD_NAME_ROOM = 150;

/** As wide as a sign. */
const FIRST_COLUMN = 40;

/** Two corners halfway: for lines at a part somebody has moved by hand. */
export const elbow = (a: Point, b: Point): Point[] => [
  a,
  { x: (a.x + b.x) / 2, y: a.y },
  { x: (a.x + b.x) / 2, y: b.y },
  b,
];

/**
 * Where everything of the one-line drawing stands: as it was laid out, parts moved by hand where the hand has put them,
 * lines at those by two corners.
 * @param movedTo where a part has been put; null where nobody has moved it
 */
export function oneLineGeometry(graph: OneLine, laid: Laid, movedTo: (itemId: Id) => Point | null) {
  const placed = new Map(
    laid.nodes.map((n) => {
      const own = movedTo(n.itemId);
      return [n.itemId, { ...n, x: own?.x ?? n.x, y: own?.y ?? n.y, moved: own !== null }];
    }),
  );
  const ends = new Map(laid.edges.map((e) => [e.connectionId, e.points] as const));
  const portAt = (itemId: string, connectionId: string, side: 'in' | 'out'): Point | null => {
    const node = placed.get(itemId);
    const port = node?.ports.find((p) => p.connectionId === connectionId && p.side === side);
    return node && port ? { x: node.x + port.x, y: node.y + port.y } : null;
  };
  const edges = graph.edges.flatMap((e) => {
    const own = ends.get(e.connectionId);
    const moved = placed.get(e.from.itemId)?.moved || placed.get(e.to.itemId)?.moved;
    if (own && !moved && own.length > 1) return [{ ...e, points: own }];
    const [a, b] = [portAt(e.from.itemId, e.connectionId, 'out'), portAt(e.to.itemId, e.connectionId, 'in')];
    return a && b ? [{ ...e, points: elbow(a, b) }] : [];
  });
  let [left, top, right, bottom] = [0, 0, laid.width, laid.height];
  for (const n of graph.nodes) {
    const at = placed.get(n.itemId);
    if (!at) continue;
    left = Math.min(left, at.x);
    top = Math.min(top, at.y);
    right = Math.max(right, at.x + n.width + (n.kind === 'load' ? LOAD_NAME_ROOM : 0));
    bottom = Math.max(bottom, at.y + n.height);
  }
  const box = { x: left - 26, y: top - 24, width: right - left + 40, height: bottom - top + 46 };
  // What the drawing starts from: the sources in its first column.
  const firstX = Math.min(...[...placed.values()].map((n) => n.x));
  const first = [...placed.values()].filter((n) => n.x < firstX + FIRST_COLUMN).map((n) => n.y);
  const startY = first.length > 0 ? first.reduce((sum, y) => sum + y, 0) / first.length : null;
  return { placed, edges, box, startY };
}
