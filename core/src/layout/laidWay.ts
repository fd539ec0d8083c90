import type { PointMm } from '../document/basics.ts';
import type { Path } from '../solvers/routing/gridRouter.ts';
import { dress, wayOf } from '../stages/lengths/dress.ts';
import { type DirectEnd, directWay } from './directWay.ts';
import type { Movable } from './finish/face.ts';
import { pointsAlong, type Run, runsOf } from './lanes.ts';
import { softened } from './steps.ts';
import { cellAt, type Surface } from './surface.ts';
import { centreRadiusOf, type End, type Wanted } from './wanted.ts';

/** Shorter of a bend's radius by so much nobody tells, mm: rounding of the drawing. */
const TOLERANCE_MM = 0.4;

/** Waypoints of a way with these corners; null where a bend is short of room. */
export function asLaid(points: readonly PointMm[], w: Wanted): PointMm[] | null {
  const straightMm = [w.from.straightMm, w.to.straightMm] as const;
  const soft = softened(points, centreRadiusOf(w.lay), straightMm).map(tidy);
  const { bends } = dress(wayOf(soft), { ...w.lay, straightMm });
  if (bends.some((b) => b.radiusMm < b.wantedMm - TOLERANCE_MM)) return null;
  return between(soft, w.from.point !== null, w.to.point !== null);
}

/** Waypoints of a way: its points without the ends that are terminals or holes. */
export function between(points: readonly PointMm[], from: boolean, to: boolean): PointMm[] {
  const [a, b] = [points[0]!, points[1]!];
  // A straight way has no corner to keep; one point in its middle says that it is laid.
  if (points.length === 2 && from && to) return [tidy({ xMm: (a.xMm + b.xMm) / 2, yMm: (a.yMm + b.yMm) / 2 })];
  return points.slice(from ? 1 : 0, to ? -1 : undefined);
}

/** The way of a cable whose ends face each other; null where they do not. */
export function facingWay(surface: Surface, { from, to, lay }: Wanted): PointMm[] | null {
  if (!from.point || !to.point) return null;
  const end = ({ end, point, straightMm }: End): DirectEnd => ({
    point: point!,
    leaves: end.leaves,
    straightMm,
    owner: end.owner,
  });
  return directWay(surface, end(from), end(to), lay);
}
/** To a tenth of a millimetre. */
export const tidy = (p: PointMm): PointMm => ({ xMm: Math.round(p.xMm * 10) / 10, yMm: Math.round(p.yMm * 10) / 10 });

/** A way as the finish may move it. */
export function movableOf(surface: Surface, path: Path, runs: Run[], w: Wanted): Movable {
  return {
    cableId: w.cable.id,
    widthMm: w.lay.diameterMm,
    family: w.family,
    runs,
    ...endsOf(surface, path, runs, w),
    free: [w.from.point === null, w.to.point === null],
    straightMm: [w.from.straightMm, w.to.straightMm],
    radiusMm: centreRadiusOf(w.lay),
    owners: [w.from.end.owner, w.to.end.owner],
    fits: (points) => asLaid(points, w) !== null,
  };
}

/** The cells a route laid by hand passes, so that others cross it and bundle with it knowingly. */
export function pathAlong(surface: Surface, points: readonly PointMm[]): Path {
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

/** The corners of a path along the middles of its cells. */
export function cornersOf(surface: Surface, path: Path, w: Wanted): PointMm[] {
  const runs = runsOf(surface, path.cells);
  const { from, to } = endsOf(surface, path, runs, w);
  return pointsAlong(runs, from, to);
}

/** Where a path begins and ends: at its terminals or holes, or on the panel's edge. */
function endsOf(surface: Surface, { cells }: Path, runs: readonly Run[], w: Wanted): { from: PointMm; to: PointMm } {
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
  return { from: w.from.point ? from : inLine(from, runs[0], to), to: w.to.point ? to : inLine(to, runs[0], from) };
}
