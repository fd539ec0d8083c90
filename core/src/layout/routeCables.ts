import type { Id, PointMm } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Segment } from '../document/cable/cable.ts';
import { applyCommands, type Command } from '../document/commands.ts';
import type { Part } from '../document/part/part.ts';
import type { Finding } from '../findings/finding.ts';
import { cablePaths } from '../stages/lengths/geometry.ts';
import type { LayOf } from './cableLays.ts';
import { familyOf } from './families.ts';
import { pairsOf } from './finish/pairs.ts';
import { type FaceTask, routeFace } from './routeFace.ts';
import { surfaceOf } from './surface.ts';
import { throughHoles } from './throughHoles.ts';
import { type Route, wantedOf } from './wanted.ts';

type Parts = ReadonlyMap<Id, Part>;

/** A finding that a way would bring. */
export type Brought = Pick<Finding, 'id' | 'severity' | 'where' | 'says'>;

/** What is laid out, and what found no way. */
export interface RoutedCables {
  /** An ordinary edit: sets the waypoints of what was routed. */
  commands: Command[];
  /** The same before the finish: as the router alone would lay them. */
  plain: Command[];
  routed: Id[];
  failed: Id[];
  /** Of what found no way: the parts that stand in it; none where the panel itself has no room for its bends. */
  inTheWay: { cableId: Id; itemIds: Id[] }[];
  /** Of what had a way and was left as it was all the same: what the board would then say of it. */
  leftFor: { cableId: Id; finding: Brought }[];
  /** Sum of the router's cost, 10 a cell of way: for comparing layouts, not a length. */
  cost: number;
}

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
  const pairs = pairsOf(board, parts);
  const tasks = tasksOf(board, parts, layOf, only);
  const all = 2 * tasks.reduce((sum, t) => sum + t.wanted.length, 0);
  let done = 0;
  let goesOn = true;
  const faces = tasks
    .filter((t) => t.wanted.length > 0)
    .map((task) =>
      routeFace(task, pairs, () => {
        goesOn &&= onProgress(++done, all);
        return goesOn;
      }),
    );
  const inTheWay = faces.flatMap((f) => f.failed);
  const failed = new Set(inTheWay.map((f) => f.cableId));
  const routed = new Set(faces.flatMap((f) => f.routed).filter((id) => !failed.has(id)));
  const [plain, finished] = [faces.flatMap((f) => [...f.plain]), faces.flatMap((f) => [...f.finished])].map(
    (ways) => new Map(ways),
  ) as [Map<Id, PointMm[]>, Map<Id, PointMm[]>];
  const laidAlong = (ways: ReadonlyMap<Id, PointMm[]>): Command[] =>
    board.cables
      .filter((c) => routed.has(c.id))
      .map((c) => ({
        kind: 'set',
        collection: 'cables',
        id: c.id,
        field: 'segments',
        value: c.segments.map((s): Segment => {
          const points = ways.get(s.id);
          return s.kind === 'panelRoute' && points ? { ...s, waypoints: points, laidBy: 'router' } : s;
        }),
      }));
  return {
    commands: [...through, ...laidAlong(finished)],
    plain: [...through, ...laidAlong(plain)],
    routed: [...routed],
    failed: [...failed],
    inTheWay,
    leftFor: [],
    cost: faces.reduce((sum, f) => sum + f.cost, 0),
  };
}

/** What is to be laid over each face of a board, and what stays there. */
function tasksOf(board: Board, parts: Parts, layOf: LayOf, only: ReadonlySet<Id> | null): FaceTask[] {
  const lookup = { items: new Map(board.items.map((i) => [i.id, i])), parts: new Map(parts) };
  const connections = new Map(board.connections.map((c) => [c.id, c]));
  const tasks = new Map<string, FaceTask>();
  for (const cable of board.cables) {
    const connection = connections.get(cable.cores[0]?.connectionId ?? '');
    if (!connection || cable.material === 'flatCopper') continue;
    const routes = cable.segments.filter((s): s is Route => s.kind === 'panelRoute');
    for (const [n, segment] of routes.entries()) {
      const panel = board.panels.find((p) => p.id === segment.panelId);
      if (!panel) continue;
      const key = `${panel.id}/${segment.face}`;
      let own = tasks.get(key);
      if (!own) {
        own = { surface: surfaceOf(board, parts, panel, segment.face), wanted: [], stays: [] };
        tasks.set(key, own);
      }
      const stays = segment.laidBy === 'hand' || (only !== null && !only.has(cable.id));
      if (!stays) own.wanted.push(wantedOf(board, own.surface, cable, segment, connection, lookup, layOf));
      else if (segment.waypoints.length > 0)
        own.stays.push({
          cableId: cable.id,
          points: cablePaths(board, cable, connection, lookup)[n]!.points,
          waypoints: segment.waypoints,
          widthMm: layOf(cable.id).diameterMm,
          family: familyOf(connection, lookup),
        });
    }
  }
  return [...tasks.values()];
}
