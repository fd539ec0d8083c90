import { deviceOf } from '../devices/registry.ts';
import type { Id, PointMm } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Cable, Segment } from '../document/cable/cable.ts';
import { applyCommands, type Command } from '../document/commands.ts';
import type { Connection, TerminalRef } from '../document/connection/connection.ts';
import type { Part } from '../document/part/part.ts';
import { compareNatural } from '../engine/compareText.ts';
import {
  type Direction,
  GridRouter,
  type Path,
  type PathEnd,
  type PathRequest,
  ROUTE_COST,
} from '../solvers/routing/gridRouter.ts';
import { type CableLay, straightFromMm } from '../stages/lengths/bendNeeds.ts';
import { dress, wayOf } from '../stages/lengths/dress.ts';
import { placedTerminal, terminalOf } from '../stages/lengths/geometry.ts';
import type { LayOf } from './cableLays.ts';
import { type DirectEnd, directWay } from './directWay.ts';
import { besideFixed, type Fixed, pointsAlong, type Run, runsOf, spreadLanes } from './lanes.ts';
import { softened, stepAlongMm } from './steps.ts';
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
  /** Of what found no way: the parts that stand in it; none where the panel itself has no room for its bends. */
  inTheWay: { cableId: Id; itemIds: Id[] }[];
  /** Sum of the router's cost, 10 a cell of way: for comparing layouts, not a length. */
  cost: number;
}

interface Wanted {
  cable: Cable;
  segment: Route;
  from: End;
  to: End;
  family: number;
  lay: CableLay;
}
interface End {
  end: PathEnd;
  point: PointMm | null;
  straightMm: number;
}

/** Mains, signals and power lie apart. */
const FAMILIES = 3;
const familyOf = (domain: string): number => (domain === 'ac' || domain === 'earth' ? 1 : domain === 'signal' ? 2 : 0);

/**
 * Lays cables along the faces of the panels: around parts, clear of what breathes, in bundles, mains and signals apart from
 * power, each straight behind its ends and with room for its bends. What has no such way stays as it lies, and is told. Routes laid by hand stay and the others give way to them. Deterministic: short ways first, then
 * every one once more through what the others left.
 * @param layOf how thick each cable is and what it asks of its way
 * @param only lays just these anew; the others stay where they lie
 * @param onProgress how many of how many are laid; returning false stops, and what was laid so far is given back
 * @example
 * routeCables(board, parts, () => ({ diameterMm: 10, bendMm: 40, lugMm: 30 })).failed; // []
 */
export function routeCables(
  given: Board,
  parts: Parts,
  layOf: LayOf,
  only: ReadonlySet<Id> | null = null,
  onProgress: (done: number, all: number) => boolean = () => true,
): RoutedCables {
  const through = throughHoles(given, parts, layOf, only);
  const board = through.length > 0 ? applyCommands(given, through).board : given;
  const lookup = { items: new Map(board.items.map((i) => [i.id, i])), parts: new Map(parts) };
  const connections = new Map(board.connections.map((c) => [c.id, c]));
  const waypoints = new Map<Id, PointMm[]>();
  const routed = new Set<Id>();
  const failed = new Set<Id>();
  const inTheWay: RoutedCables['inTheWay'] = [];
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
      else if (!stays) own.wanted.push(wantedOf(board, own.surface, cable, segment, connection, lookup, layOf));
    }
  }
  const all = 2 * [...surfaces.values()].reduce((s, x) => s + x.wanted.length, 0);
  for (const { surface, wanted, laid } of surfaces.values()) {
    if (wanted.length === 0) continue;
    const router = new GridRouter(surface.raster, FAMILIES);
    for (const { segment } of laid) router.lay(pathAlong(surface, segment.waypoints), 0);
    wanted.sort((a, b) => reach(a) - reach(b) || compareNatural(a.cable.designation, b.cable.designation));
    const paths = new Map<Wanted, Path>();
    /** Ways between ends that face each other: they share no line with others. */
    const direct = new Map<Wanted, PointMm[]>();
    const lay = (w: Wanted, pass: number) => {
      const before = paths.get(w);
      if (before) router.lay(before, w.family, -1);
      // Others that lie there cost, they do not bar: what found no way at first finds none now.
      if (pass === 0) {
        const facing = facingWay(surface, w);
        if (facing) direct.set(w, facing);
      }
      const straight = direct.get(w);
      const path = straight
        ? pathAlong(surface, straight)
        : before || pass === 0
          ? findWay(router, surface, w, pass > 0)
          : null;
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
    for (const [w, path] of paths) if (!direct.has(w)) runs.set(w, runsOf(surface, path.cells));
    // The first and last stretch stand in line with their terminals; what lies between shares the lines.
    const inner = [...runs].flatMap(([w, own]) => own.slice(1, -1).map((run) => ({ run, widthMm: w.lay.diameterMm })));
    spreadLanes(inner);
    besideFixed(
      inner,
      laid.flatMap(({ cable, segment: { waypoints } }) =>
        waypoints.slice(1).map((to, i): Fixed => ({ from: waypoints[i]!, to, widthMm: layOf(cable.id).diameterMm })),
      ),
    );
    for (const w of wanted) {
      const path = paths.get(w);
      const facing = direct.get(w);
      // Beside others on its line where that leaves its bends their room, else on the line itself.
      const points = facing
        ? between(facing.map(tidy), true, true)
        : path && (asLaid(surface, path, runs.get(w)!, w) ?? asLaid(surface, path, runsOf(surface, path.cells), w));
      if (!path || !points) {
        failed.add(w.cable.id);
        inTheWay.push({ cableId: w.cable.id, itemIds: itemsInTheWay(router, surface, w) });
        continue;
      }
      cost += path.cost;
      routed.add(w.cable.id);
      waypoints.set(w.segment.id, points);
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
  return { commands: [...through, ...laid], routed: [...routed], failed: [...failed], inTheWay, cost };
}

/**
 * What a cable asks of the raster: cells straight behind its ends, from turn to turn, and for steps aside in an S.
 * @param spare cells more for what an end that stands beside the middle of its cell takes from a stretch
 */
function requestOf(w: Wanted, spare: number): PathRequest {
  const centreMm = centreRadiusOf(w.lay);
  // An end lies up to half a cell beside the middle of its own.
  const cells = (mm: number) => Math.ceil(mm / CELL_MM + 0.5);
  const end = ({ end, straightMm }: End): PathEnd => ({
    ...end,
    straight: straightMm > 0 ? cells(straightMm) : 0,
    stub: end.cell ? cells(straightMm + centreMm) + spare : 0,
  });
  const jogs = [];
  for (let aside = 1; aside * CELL_MM < 2 * centreMm; aside++) {
    const asideMm = Math.min(2 * centreMm, (aside + 0.5) * CELL_MM);
    jogs.push({ aside, ahead: Math.ceil(stepAlongMm(centreMm, asideMm) / CELL_MM) + spare });
  }
  return {
    from: end(w.from),
    to: end(w.to),
    family: w.family,
    minRun: Math.max(1, Math.ceil((2 * centreMm) / CELL_MM) + spare),
    settle: Math.ceil(centreMm / CELL_MM),
    jogs,
    inner: jogs.filter((j) => INNER_STEPS.includes(j.aside)),
  };
}
/** Cells aside that are tried on the way; at its ends all are. */
const INNER_STEPS: readonly number[] = [1, 2, 4, 7, 11];
const centreRadiusOf = ({ bendMm, diameterMm }: CableLay): number => bendMm + diameterMm / 2;

/** A way this much dearer than the plain one, in the router's cost, has gone round for want of room to turn. */
const ROUNDABOUT = { factor: 1.3, cost: 200 } as const;

/** So many cells more are tried where the ends stand so beside their cells that a bend is short of room. */
const SPARE = [0, 1, 2] as const;

/**
 * The way of a cable that leaves all its bends their room; steps aside in an S, which take long to try, only where square
 * turns alone lead far round.
 * @param weighs whether to look for a shorter one at all: what the first round lays is taken up again in the second
 */
function findWay(router: GridRouter, surface: Surface, w: Wanted, weighs: boolean): Path | null {
  const plain = weighs ? reach(w) * ROUTE_COST.step : Number.POSITIVE_INFINITY;
  // One that lies across itself has no room either: nobody lays a loop to get round a corner.
  const bends = (path: Path | null) =>
    path && new Set(path.cells).size === path.cells.length && asLaid(surface, path, runsOf(surface, path.cells), w)
      ? path
      : null;
  for (const spare of SPARE) {
    const request = requestOf(w, spare);
    const square = bends(router.find({ ...request, jogs: [], inner: [] }));
    if (square && square.cost <= ROUNDABOUT.factor * plain + ROUNDABOUT.cost) return square;
    const path = bends(router.find(request)) ?? square;
    if (path) return path;
  }
  return null;
}

/** Which parts keep a cable from its way: those it would have to go through. */
function itemsInTheWay(router: GridRouter, surface: Surface, w: Wanted): Id[] {
  const path = router.find({ ...requestOf(w, 1), through: true });
  const owners = new Set([...(path?.cells ?? [])].map((cell) => surface.raster.owner[cell]!));
  return [...surface.ownerOf].flatMap(([id, owner]) =>
    owners.has(owner) && owner !== w.from.end.owner && owner !== w.to.end.owner ? [id] : [],
  );
}

/** Shorter of a bend's radius by so much nobody tells, mm: rounding of the drawing. */
const TOLERANCE_MM = 0.4;

/** Waypoints of a path whose stretches lie so; null where a bend is short of room. */
function asLaid(surface: Surface, path: Path, runs: readonly Run[], w: Wanted): PointMm[] | null {
  const straightMm = [w.from.straightMm, w.to.straightMm] as const;
  const { points, from, to } = pointsOf(surface, path, runs, w);
  const soft = softened(points, centreRadiusOf(w.lay), straightMm).map(tidy);
  const { bends } = dress(wayOf(soft), { ...w.lay, straightMm });
  if (bends.some((b) => b.radiusMm < b.wantedMm - TOLERANCE_MM)) return null;
  return between(soft, from !== null, to !== null);
}

/** Waypoints of a way: its points without the ends that are terminals or holes. */
function between(points: readonly PointMm[], from: boolean, to: boolean): PointMm[] {
  const [a, b] = [points[0]!, points[1]!];
  // A straight way has no corner to keep; one point in its middle says that it is laid.
  if (points.length === 2 && from && to) return [tidy({ xMm: (a.xMm + b.xMm) / 2, yMm: (a.yMm + b.yMm) / 2 })];
  return points.slice(from ? 1 : 0, to ? -1 : undefined);
}

/** The way of a cable whose ends face each other; null where they do not. */
function facingWay(surface: Surface, { from, to, lay }: Wanted): PointMm[] | null {
  if (!from.point || !to.point) return null;
  const end = ({ end, point, straightMm }: End): DirectEnd => ({
    point: point!,
    leaves: end.leaves,
    straightMm,
    owner: end.owner,
  });
  return directWay(surface, end(from), end(to), lay);
}
const tidy = (p: PointMm): PointMm => ({ xMm: Math.round(p.xMm * 10) / 10, yMm: Math.round(p.yMm * 10) / 10 });

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
  layOf: LayOf,
): Wanted {
  const at = cable.segments.indexOf(segment);
  const last = cable.segments.length - 1;
  const lay = layOf(cable.id);
  const rim: End = { end: { cell: null, leaves: null, owner: -1 }, point: null, straightMm: 0 };
  const terminal = (ref: TerminalRef): End => {
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
      straightMm: straightFromMm(found.terminal.attachment, lay),
    };
  };
  const hole = (neighbour: Segment | undefined): End => {
    const found =
      neighbour?.kind === 'passThrough'
        ? board.panels.flatMap((p) => p.holes).find((h) => h.id === neighbour.holeId)
        : undefined;
    return found
      ? {
          end: { cell: cellAt(surface, found), leaves: null, owner: -1 },
          point: { xMm: found.xMm, yMm: found.yMm },
          straightMm: 0,
        }
      : rim;
  };
  const domain = terminalOf(connection.from, lookup)?.terminal.domain ?? 'dc';
  return {
    cable,
    segment,
    from: at === 0 ? terminal(connection.from) : hole(cable.segments[at - 1]),
    to: at === last ? terminal(connection.to) : hole(cable.segments[at + 1]),
    family: familyOf(domain),
    lay,
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

/** Points of a route from end to end; where one leaves the panel its last is on the edge. */
function pointsOf(surface: Surface, { cells }: Path, runs: readonly Run[], w: Wanted) {
  const { raster, leftMm, topMm, cellMm } = surface;
  const centre = (cell: number): PointMm => ({
    xMm: leftMm + ((cell % raster.columns) + 0.5) * cellMm,
    yMm: topMm + (Math.floor(cell / raster.columns) + 0.5) * cellMm,
  });
  const edge = (cell: number, run: Run | undefined): PointMm => {
    const p = centre(cell);
    const [column, row] = [cell % raster.columns, Math.floor(cell / raster.columns)];
    // A path of one cell leaves by the side it stands at.
    const sideways = run ? run.horizontal : column === 0 || column === raster.columns - 1;
    return sideways
      ? { ...p, xMm: column === 0 ? leftMm : leftMm + raster.columns * cellMm }
      : { ...p, yMm: row === 0 ? topMm : topMm + raster.rows * cellMm };
  };
  const inLine = (p: PointMm, run: Run | undefined, other: PointMm): PointMm =>
    run && runs.length === 1 ? (run.horizontal ? { ...p, yMm: other.yMm } : { ...p, xMm: other.xMm }) : p;
  const from = w.from.point ?? edge(cells[0]!, runs[0]);
  const to = w.to.point ?? edge(cells.at(-1)!, runs.at(-1));
  // A single stretch to the edge leaves in line with its terminal.
  const start = w.from.point ? from : inLine(from, runs[0], to);
  const end = w.to.point ? to : inLine(to, runs[0], from);
  return { points: pointsAlong(runs, start, end), from: w.from.point, to: w.to.point };
}
