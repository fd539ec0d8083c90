import type { Id, PointMm } from '../../document/basics.ts';
import type { Cable } from '../../document/cable/cable.ts';
import type { Connection, TerminalRef } from '../../document/connection/connection.ts';
import type { Item } from '../../document/item/item.ts';
import type { Panel } from '../../document/panel/panel.ts';
import type { Part, Terminal } from '../../document/part/part.ts';

export interface PlacedTerminal extends PointMm {
  zMm: number;
  exitDeg: number;
  panelId: Id;
  face: 'front' | 'back';
}

/**
 * Rotates a vector clockwise by a multiple of 90 degrees (y points down).
 * @example
 * rotated({ xMm: 30, yMm: 10 }, 90); // { xMm: -10, yMm: 30 }
 */
export function rotated(point: PointMm, rotationDeg: number): PointMm {
  switch (rotationDeg) {
    case 90:
      return { xMm: -point.yMm, yMm: point.xMm };
    case 180:
      return { xMm: -point.xMm, yMm: -point.yMm };
    case 270:
      return { xMm: point.yMm, yMm: -point.xMm };
    default:
      return point;
  }
}

/**
 * A point of a part, given from its centre, in panel coordinates; null when the item is not on a panel. Panel coordinates
 * are always those of the front: what stands on the back is turned as seen from there, so its left and right change sides.
 * @example
 * onPanel({ place: { kind: 'panel', panelId: 'p', face: 'front', xMm: 100, yMm: 50, rotationDeg: 0 } }, { xMm: 30, yMm: 0 }); // { xMm: 130, yMm: 50 }
 */
export function onPanel(item: Pick<Item, 'place'>, offset: PointMm): PointMm | null {
  if (item.place.kind !== 'panel') return null;
  const turned = rotated(offset, item.place.rotationDeg);
  const x = item.place.face === 'back' ? -turned.xMm : turned.xMm;
  return { xMm: item.place.xMm + x, yMm: item.place.yMm + turned.yMm };
}

export interface RectMm {
  leftMm: number;
  topMm: number;
  rightMm: number;
  bottomMm: number;
}

/**
 * The rectangle an item covers on its panel, grown by `grow` on each side of the part before rotation.
 * @example
 * itemRect({ place: { kind: 'unplaced' } }, { widthMm: 60, heightMm: 20 }); // null
 */
export function itemRect(
  item: Pick<Item, 'place'>,
  part: Pick<Part, 'widthMm' | 'heightMm'>,
  grow = { left: 0, right: 0, top: 0, bottom: 0 },
): RectMm | null {
  const a = onPanel(item, { xMm: -part.widthMm / 2 - grow.left, yMm: -part.heightMm / 2 - grow.top });
  const b = onPanel(item, { xMm: part.widthMm / 2 + grow.right, yMm: part.heightMm / 2 + grow.bottom });
  if (!a || !b) return null;
  return {
    leftMm: Math.min(a.xMm, b.xMm),
    rightMm: Math.max(a.xMm, b.xMm),
    topMm: Math.min(a.yMm, b.yMm),
    bottomMm: Math.max(a.yMm, b.yMm),
  };
}

/** An item as far as it says where a terminal of it is. */
export type PlacedItem = Pick<Item, 'id' | 'partId' | 'place' | 'standOffMm'>;

export function placedTerminal(
  item: Pick<Item, 'place' | 'standOffMm'>,
  terminal: Pick<Terminal, 'xMm' | 'yMm' | 'zMm' | 'exitDeg'>,
): PlacedTerminal | null {
  const point = onPanel(item, terminal);
  if (!point || item.place.kind !== 'panel') return null;
  const seenDeg = (terminal.exitDeg + item.place.rotationDeg) % 360;
  return {
    xMm: point.xMm,
    yMm: point.yMm,
    zMm: terminal.zMm + item.standOffMm,
    exitDeg: item.place.face === 'back' ? (540 - seenDeg) % 360 : seenDeg,
    panelId: item.place.panelId,
    face: item.place.face,
  };
}

const STUB_MM = 18;
const stub = (t: PlacedTerminal): PointMm => ({
  xMm: t.xMm + STUB_MM * Math.round(Math.cos((t.exitDeg * Math.PI) / 180)),
  yMm: t.yMm + STUB_MM * Math.round(Math.sin((t.exitDeg * Math.PI) / 180)),
});

/** Whether a leg runs through the part's own body: against its terminal's exit direction. */
const throughBody = (from: PointMm, to: PointMm, exitDeg: number, sign: 1 | -1): boolean => {
  const along =
    (to.xMm - from.xMm) * Math.cos((exitDeg * Math.PI) / 180) +
    (to.yMm - from.yMm) * Math.sin((exitDeg * Math.PI) / 180);
  return sign * along < -1e-6;
};

/**
 * A right-angle guess between two terminals, leaving each in its exit direction; without the end points. Of the two
 * corners the one is taken that crosses fewer of the two parts' own bodies; ties go with the first exit direction.
 */
export function rightAngleGuess(from: PlacedTerminal, to: PlacedTerminal): PointMm[] {
  const [a, b] = [stub(from), stub(to)];
  const corners = [
    { xMm: b.xMm, yMm: a.yMm },
    { xMm: a.xMm, yMm: b.yMm },
  ];
  if (from.exitDeg % 180 !== 0) corners.reverse();
  const crossings = (corner: PointMm) =>
    Number(throughBody(a, corner, from.exitDeg, 1)) + Number(throughBody(corner, b, to.exitDeg, -1));
  const corner = crossings(corners[1]!) < crossings(corners[0]!) ? corners[1]! : corners[0]!;
  const same = (p: PointMm, q: PointMm) => p.xMm === q.xMm && p.yMm === q.yMm;
  return [a, corner, b].filter((p, i, all) => i === 0 || !same(p, all[i - 1]!));
}

/**
 * Length along some points, mm.
 * @example
 * pathLengthMm([{ xMm: 0, yMm: 0 }, { xMm: 30, yMm: 40 }]); // 50
 */
export function pathLengthMm(points: readonly PointMm[]): number {
  let sum = 0;
  for (let i = 1; i < points.length; i++)
    sum += Math.hypot(points[i]!.xMm - points[i - 1]!.xMm, points[i]!.yMm - points[i - 1]!.yMm);
  return sum;
}

/** The point of a panel's edge nearest to a point: where a cable that goes elsewhere leaves it. */
export function exitPoint(
  board: { panels: readonly Pick<Panel, 'id' | 'outline'>[] },
  panelId: Id,
  from: PointMm,
): PointMm {
  const panel = board.panels.find((p) => p.id === panelId);
  const xs = panel?.outline.map((p) => p.xMm) ?? [0];
  const ys = panel?.outline.map((p) => p.yMm) ?? [0];
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const options = [
    { xMm: left, yMm: from.yMm },
    { xMm: right, yMm: from.yMm },
    { xMm: from.xMm, yMm: top },
    { xMm: from.xMm, yMm: bottom },
  ];
  const distance = (p: PointMm) => Math.hypot(p.xMm - from.xMm, p.yMm - from.yMm);
  return options.reduce((best, p) => (distance(p) < distance(best) - 1e-9 ? p : best));
}

export interface CablePath {
  panelId: Id;
  face: 'front' | 'back';
  points: PointMm[];
  /** True while nobody has accepted a route: a right-angle guess. */
  provisional: boolean;
}

type Lookup = { items: ReadonlyMap<Id, PlacedItem>; parts: ReadonlyMap<Id, Part> };

export function terminalOf(
  ref: TerminalRef,
  { items, parts }: Lookup,
): { item: PlacedItem; part: Part; terminal: Terminal } | null {
  const item = items.get(ref.itemId);
  const part = item && parts.get(item.partId);
  const terminal = part?.terminals.find((t) => t.id === ref.terminalId);
  return item && part && terminal ? { item, part, terminal } : null;
}

/**
 * Where a cable's panel segments lie, in order, with accepted waypoints or the right-angle guess.
 * @example
 * cablePaths(board, board.cables[0], board.connections[0], { items: new Map(), parts }).length; // 1
 */
export function cablePaths(
  board: { panels: readonly Pick<Panel, 'id' | 'outline' | 'holes'>[] },
  cable: Pick<Cable, 'segments'>,
  connection: Connection,
  lookup: Lookup,
): CablePath[] {
  const ends = { from: terminalOf(connection.from, lookup), to: terminalOf(connection.to, lookup) };
  const placed = {
    from: ends.from && placedTerminal(ends.from.item, ends.from.terminal),
    to: ends.to && placedTerminal(ends.to.item, ends.to.terminal),
  };
  const routes = cable.segments.filter((s) => s.kind === 'panelRoute');
  const hole = (id: Id): PointMm | undefined => board.panels.flatMap((p) => p.holes).find((h) => h.id === id);
  return routes.map((route) => {
    const at = cable.segments.indexOf(route);
    const before = cable.segments[at - 1];
    const after = cable.segments[at + 1];
    const starts = before?.kind === 'passThrough' ? hole(before.holeId) : at === 0 ? placed.from : undefined;
    const ends_ =
      after?.kind === 'passThrough' ? hole(after.holeId) : at === cable.segments.length - 1 ? placed.to : undefined;
    // Where a laid route runs to the edge, it leaves there; a guess leaves by the nearest way.
    const start = starts ?? (ends_ && exitPoint(board, route.panelId, route.waypoints[0] ?? ends_));
    const end = ends_ ?? (starts && exitPoint(board, route.panelId, route.waypoints.at(-1) ?? starts));
    const accepted = route.waypoints.length > 0;
    let middle = route.waypoints;
    if (!accepted && start && end) {
      const terminalToTerminal = start === placed.from && end === placed.to;
      middle = terminalToTerminal
        ? rightAngleGuess(placed.from as PlacedTerminal, placed.to as PlacedTerminal)
        : [{ xMm: end.xMm, yMm: start.yMm }];
    }
    const plain = (p: PointMm): PointMm => ({ xMm: p.xMm, yMm: p.yMm });
    const points = [...(start ? [plain(start)] : []), ...middle, ...(end ? [plain(end)] : [])];
    return { panelId: route.panelId, face: route.face, points, provisional: !accepted };
  });
}
