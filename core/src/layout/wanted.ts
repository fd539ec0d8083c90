import { deviceOf } from '../devices/registry.ts';
import type { PointMm } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Cable, Segment } from '../document/cable/cable.ts';
import type { Connection, TerminalRef } from '../document/connection/connection.ts';
import type { Direction, PathEnd, PathRequest } from '../solvers/routing/gridRouter.ts';
import { type CableLay, straightFromMm } from '../stages/lengths/bendNeeds.ts';
import { placedTerminal, terminalOf } from '../stages/lengths/geometry.ts';
import type { LayOf } from './cableLays.ts';
import { familyOf } from './families.ts';
import { stepAlongMm } from './steps.ts';
import { CELL_MM, cellAt, type Surface } from './surface.ts';

export type Route = Extract<Segment, { kind: 'panelRoute' }>;

/** A stretch of a cable over a face that is to be laid: between what, and what it asks of its way. */
export interface Wanted {
  cable: Cable;
  segment: Route;
  from: End;
  to: End;
  family: number;
  lay: CableLay;
}
export interface End {
  end: PathEnd;
  point: PointMm | null;
  straightMm: number;
}

/** What a cable asks of its way over a face. */
export function wantedOf(
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
  return {
    cable,
    segment,
    from: at === 0 ? terminal(connection.from) : hole(cable.segments[at - 1]),
    to: at === last ? terminal(connection.to) : hole(cable.segments[at + 1]),
    family: familyOf(connection, lookup),
    lay,
  };
}

/** How far apart its ends stand, cells along and across. */
export const reach = (w: Wanted): number => {
  const [a, b] = [w.from.end.cell, w.to.end.cell];
  return a && b ? Math.abs(a[0] - b[0]) + Math.abs(a[1] - b[1]) : 0;
};

/**
 * What a cable asks of the raster: cells straight behind its ends, from turn to turn, and for steps aside in an S.
 * @param spare cells more for what an end that stands beside the middle of its cell takes from a stretch
 */
export function requestOf(w: Wanted, spare: number): PathRequest {
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
/** Radius of a cable's middle line in a bend, mm. */
export const centreRadiusOf = ({ bendMm, diameterMm }: CableLay): number => bendMm + diameterMm / 2;
