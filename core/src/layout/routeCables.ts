import { deviceOf } from '../devices/registry.ts';
import type { Id, PointMm } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Cable, Segment } from '../document/cable/cable.ts';
import { applyCommands, type Command } from '../document/commands.ts';
import type { Connection, TerminalRef } from '../document/connection/connection.ts';
import type { Part } from '../document/part/part.ts';
import { compareNatural } from '../engine/compareText.ts';
import { type Direction, GridRouter, type Path, type PathEnd, ROUTE_COST } from '../solvers/routing/gridRouter.ts';
import { placedTerminal, terminalOf } from '../stages/lengths/geometry.ts';
import { BEND_FACTOR } from '../tables/layoutPractice.ts';
import { cornersOf, type Run, runsOf, spreadLanes } from './lanes.ts';
import { CELL_MM, cellAt, type Surface, surfaceOf } from './surface.ts';
import { throughHoles } from './throughHoles.ts';

type Route = Extract<Segment, { kind: 'panelRoute' }>;
type Parts = ReadonlyMap<Id, Part>;

/** What is laid out, and what found no way. */
export interface RoutedCables {
  /** An ordinary edit: sets the waypoints of what was routed. */
  commands: Command[];
  routed: Id[];
  failed: Id[];
  /** Sum of the router's cost, 10 a cell of way: for comparing layouts, not a length. */
  cost: number;
}

interface Wanted {
  cable: Cable;
  segment: Route;
  from: { end: PathEnd; point: PointMm | null };
  to: { end: PathEnd; point: PointMm | null };
  family: number;
  widthMm: number;
}

/** Mains, signals and power lie apart. */
const FAMILIES = 3;
const familyOf = (domain: string): number => (domain === 'ac' || domain === 'earth' ? 1 : domain === 'signal' ? 2 : 0);

/**
 * Lays cables along the faces of the panels: right-angled, around parts, clear of what breathes, in bundles, mains and
 * signals apart from power. Routes laid by hand stay and the others give way to them. Deterministic: short ways first, then
 * every one once more through what the others left.
 * @param widthOf outer diameter of each cable, mm
 * @param only lays just these anew; the others stay where they lie
 * @param onProgress how many of how many are laid; returning false stops, and what was laid so far is given back
 * @example
 * routeCables(board, parts, () => 10).failed; // []
 */
export function routeCables(
  given: Board,
  parts: Parts,
  widthOf: (cableId: Id) => number,
  only: ReadonlySet<Id> | null = null,
  onProgress: (done: number, all: number) => boolean = () => true,
): RoutedCables {
  const through = throughHoles(given, parts, widthOf, only);
  const board = through.length > 0 ? applyCommands(given, through).board : given;
  const lookup = { items: new Map(board.items.map((i) => [i.id, i])), parts: new Map(parts) };
  const connections = new Map(board.connections.map((c) => [c.id, c]));
  const waypoints = new Map<Id, PointMm[]>();
  const routed = new Set<Id>();
  const failed = new Set<Id>();
  let cost = 0;
  let done = 0;
  const surfaces = new Map<string, { surface: Surface; wanted: Wanted[]; laid: { cable: Cable; segment: Route }[] }>();
  for (const cable of board.cables) {
    const connection = connections.get(cable.cores[0]?.connectionId ?? '');
    if (!connection || cable.material === 'flatCopper') continue;
    for (const segment of cable.segments) {
      if (segment.kind !== 'panelRoute') continue;
      const panel = board.panels.find((p) => p.id === segment.panelId);
      if (!panel) continue;
      const key = `${panel.id}/${segment.face}`;
      let own = surfaces.get(key);
      if (!own) {
        own = { surface: surfaceOf(board, parts, panel, segment.face), wanted: [], laid: [] };
        surfaces.set(key, own);
      }
      const stays = segment.laidBy === 'hand' || (only !== null && !only.has(cable.id));
      if (stays && segment.waypoints.length > 0) own.laid.push({ cable, segment });
      else if (!stays) own.wanted.push(wantedOf(board, own.surface, cable, segment, connection, lookup, widthOf));
    }
  }
  const all = 2 * [...surfaces.values()].reduce((s, x) => s + x.wanted.length, 0);
  for (const { surface, wanted, laid } of surfaces.values()) {
    if (wanted.length === 0) continue;
    const router = new GridRouter(surface.raster, FAMILIES);
    for (const { segment } of laid) router.lay(pathAlong(surface, segment.waypoints), 0);
    wanted.sort((a, b) => reach(a) - reach(b) || compareNatural(a.cable.designation, b.cable.designation));
    const paths = new Map<Wanted, Path>();
    const lay = (w: Wanted, pass: number) => {
      const before = paths.get(w);
      if (before) router.lay(before, w.family, -1);
      // What the first round lays is taken up again in the second: only that one weighs.
      const path = findBending(router, w, pass > 0);
      if (path) {
        router.lay(path, w.family);
        paths.set(w, path);
      }
      done++;
      return onProgress(done, all);
    };
    let goesOn = true;
    for (let pass = 0; pass < 2 && goesOn; pass++) for (const w of wanted) if (goesOn) goesOn = lay(w, pass);
    const runs = new Map<Wanted, Run[]>();
    for (const [w, path] of paths) runs.set(w, runsOf(surface, path.cells));
    // The first and last stretch stand in line with their terminals; what lies between shares the lines.
    spreadLanes([...runs].flatMap(([w, own]) => own.slice(1, -1).map((run) => ({ run, widthMm: w.widthMm }))));
    for (const w of wanted) {
      const path = paths.get(w);
      if (!path) {
        failed.add(w.cable.id);
        continue;
      }
      cost += path.cost;
      routed.add(w.cable.id);
      waypoints.set(w.segment.id, pointsOf(surface, path, runs.get(w)!, w));
    }
  }
  for (const id of failed) routed.delete(id);
  const laid: Command[] = board.cables
    .filter((c) => routed.has(c.id))
    .map((c) => ({
      kind: 'set',
      collection: 'cables',
      id: c.id,
      field: 'segments',
      value: c.segments.map((s): Segment => {
        const points = waypoints.get(s.id);
        return s.kind === 'panelRoute' && points ? { ...s, waypoints: points, laidBy: 'router' } : s;
      }),
    }));
  return { commands: [...through, ...laid], routed: [...routed], failed: [...failed], cost };
}

/** What a tighter bend may save in way before it is taken, in the router's cost: 15 and 30 cells. Common practice, no source. */
const TIGHTER_COST = [0, 150, 300] as const;
/** A path this much dearer than the plain way has gone round for its bends. */
const ROUNDABOUT = { factor: 1.3, cost: 160 } as const;

/**
 * A path with room for the cable's bends. Where that means going a long way round, one that bends tighter is taken, and a
 * finding says so: the parts stand too near each other for this cable.
 * @param weighs whether to look for shorter ways with tighter bends; without, the first way found is taken
 */
function findBending(router: GridRouter, w: Wanted, weighs: boolean): Path | null {
  const centreMm = (BEND_FACTOR + 0.5) * w.widthMm;
  // Half a cell is lost to rounding at each end.
  const run = Math.max(1, Math.ceil((2 * centreMm) / CELL_MM) + 1);
  const plain = reach(w) * ROUTE_COST.step;
  let best: { path: Path; price: number } | null = null;
  const runs = [...new Set([run, Math.ceil(run / 2), 1])];
  for (const [n, minRun] of runs.entries()) {
    const path = router.find({ from: w.from.end, to: w.to.end, family: w.family, minRun });
    if (!path) continue;
    const price = path.cost + TIGHTER_COST[n]!;
    if (!best || price < best.price) best = { path, price };
    if (!weighs || path.cost <= ROUNDABOUT.factor * plain + ROUNDABOUT.cost) break;
  }
  return best?.path ?? null;
}

/** Cables an item's move touches: those that end at it, and those the router laid across where it stands now. */
export function touchedBy(board: Board, parts: Parts, itemId: Id): Set<Id> {
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

const reach = (w: Wanted): number => {
  const [a, b] = [w.from.end.cell, w.to.end.cell];
  return a && b ? Math.abs(a[0] - b[0]) + Math.abs(a[1] - b[1]) : 0;
};

function wantedOf(
  board: Board,
  surface: Surface,
  cable: Cable,
  segment: Route,
  connection: Connection,
  lookup: Parameters<typeof terminalOf>[1],
  widthOf: (cableId: Id) => number,
): Wanted {
  const at = cable.segments.indexOf(segment);
  const last = cable.segments.length - 1;
  const rim = { end: { cell: null, leaves: null, owner: -1 }, point: null };
  const terminal = (ref: TerminalRef) => {
    const found = terminalOf(ref, lookup);
    const placed = found && placedTerminal(found.item, found.terminal);
    if (!placed) return rim;
    return {
      end: {
        cell: cellAt(surface, placed),
        // A lug turns on a bar's stud; elsewhere the part says which way its cable leaves.
        leaves: deviceOf(found.part.kind).leavesAnyWay ? null : ((placed.exitDeg / 90) as Direction),
        owner: surface.ownerOf.get(ref.itemId) ?? -1,
      },
      point: { xMm: placed.xMm, yMm: placed.yMm },
    };
  };
  const hole = (neighbour: Segment | undefined) => {
    const found =
      neighbour?.kind === 'passThrough'
        ? board.panels.flatMap((p) => p.holes).find((h) => h.id === neighbour.holeId)
        : undefined;
    return found
      ? { end: { cell: cellAt(surface, found), leaves: null, owner: -1 }, point: { xMm: found.xMm, yMm: found.yMm } }
      : rim;
  };
  const domain = terminalOf(connection.from, lookup)?.terminal.domain ?? 'dc';
  return {
    cable,
    segment,
    from: at === 0 ? terminal(connection.from) : hole(cable.segments[at - 1]),
    to: at === last ? terminal(connection.to) : hole(cable.segments[at + 1]),
    family: familyOf(domain),
    widthMm: widthOf(cable.id),
  };
}

/** The cells a route laid by hand passes, so that others cross it and bundle with it knowingly. */
function pathAlong(surface: Surface, points: readonly PointMm[]): Path {
  const { columns } = surface.raster;
  const cells: number[] = [];
  points.forEach((p, i) => {
    let [column, row] = cellAt(surface, points[i - 1] ?? p);
    const [toColumn, toRow] = cellAt(surface, p);
    const put = () => {
      const cell = row * columns + column;
      if (cells.at(-1) !== cell) cells.push(cell);
    };
    put();
    for (; column !== toColumn; column += Math.sign(toColumn - column)) put();
    for (; row !== toRow; row += Math.sign(toRow - row)) put();
    put();
  });
  return { cells: Int32Array.from(cells), cost: 0 };
}

/** Waypoints between the ends of a route; one that leaves the panel has its last one on the edge. */
function pointsOf(surface: Surface, { cells }: Path, runs: readonly Run[], w: Wanted): PointMm[] {
  const { raster, leftMm, topMm, cellMm } = surface;
  const centre = (cell: number): PointMm => ({
    xMm: leftMm + ((cell % raster.columns) + 0.5) * cellMm,
    yMm: topMm + (Math.floor(cell / raster.columns) + 0.5) * cellMm,
  });
  const edge = (cell: number, inner: number | undefined): PointMm => {
    const p = centre(cell);
    const [column, row] = [cell % raster.columns, Math.floor(cell / raster.columns)];
    const sideways = inner === undefined ? column === 0 || column === raster.columns - 1 : Math.abs(inner - cell) === 1;
    if (sideways && (column === 0 || column === raster.columns - 1))
      return { ...p, xMm: column === 0 ? leftMm : leftMm + raster.columns * cellMm };
    return { ...p, yMm: row === 0 ? topMm : topMm + raster.rows * cellMm };
  };
  const from = w.from.point ?? edge(cells[0]!, cells[1]);
  const to = w.to.point ?? edge(cells.at(-1)!, cells.at(-2));
  const inLine = (p: PointMm, run: Run | undefined, other: PointMm): PointMm =>
    run && runs.length === 1 ? (run.horizontal ? { ...p, yMm: other.yMm } : { ...p, xMm: other.xMm }) : p;
  // A single stretch to the edge leaves in line with its terminal.
  const start = w.from.point ? from : inLine(from, runs[0], to);
  const end = w.to.point ? to : inLine(to, runs[0], from);
  const points = cornersOf(runs, start, end);
  const tidy = (p: PointMm): PointMm => ({ xMm: Math.round(p.xMm * 10) / 10, yMm: Math.round(p.yMm * 10) / 10 });
  return [...(w.from.point ? [] : [start]), ...points, ...(w.to.point ? [] : [end])].map(tidy);
}
