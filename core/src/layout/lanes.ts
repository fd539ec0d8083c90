import type { PointMm } from '../document/basics.ts';
import { GAP_MM } from './finish/tidiness.ts';
import type { Surface } from './surface.ts';

/** A straight stretch of a path along one line of the raster. */
export interface Run {
  horizontal: boolean;
  /** Row of a horizontal run, column of an upright one. */
  line: number;
  fromMm: number;
  toMm: number;
  /** Where it finally lies, mm across its direction. */
  atMm: number;
}

/** The straight stretches of a path of cells. */
export function runsOf(surface: Surface, cells: Int32Array): Run[] {
  const { columns } = surface.raster;
  const centre = (index: number, originMm: number) => originMm + (index + 0.5) * surface.cellMm;
  const x = (cell: number) => centre(cell % columns, surface.leftMm);
  const y = (cell: number) => centre(Math.floor(cell / columns), surface.topMm);
  const runs: Run[] = [];
  let start = 0;
  for (let i = 1; i <= cells.length - 1; i++) {
    const horizontal = Math.abs(cells[i]! - cells[i - 1]!) === 1;
    const goesOn = i + 1 < cells.length && (Math.abs(cells[i + 1]! - cells[i]!) === 1) === horizontal;
    if (goesOn) continue;
    const [a, b] = [cells[start]!, cells[i]!];
    runs.push(
      horizontal
        ? { horizontal, line: Math.floor(a / columns), fromMm: x(a), toMm: x(b), atMm: y(a) }
        : { horizontal, line: a % columns, fromMm: y(a), toMm: y(b), atMm: x(a) },
    );
    start = i;
  }
  return runs;
}

/**
 * Spreads what runs along the same line side by side, so that a bundle is as wide as its cables: each run takes the first
 * lane that is free along its stretch (interval colouring by start), lanes stand around the line's middle.
 */
export function spreadLanes(runs: readonly { run: Run; widthMm: number }[]): void {
  const lines = new Map<string, { run: Run; widthMm: number }[]>();
  for (const entry of runs) {
    const key = `${entry.run.horizontal ? 'h' : 'v'}${entry.run.line}`;
    const own = lines.get(key);
    if (own) own.push(entry);
    else lines.set(key, [entry]);
  }
  for (const own of lines.values()) {
    if (own.length < 2) continue;
    const low = (r: Run) => Math.min(r.fromMm, r.toMm);
    const high = (r: Run) => Math.max(r.fromMm, r.toMm);
    own.sort((a, b) => low(a.run) - low(b.run) || high(b.run) - high(a.run));
    const lanes: { endMm: number; widthMm: number; runs: Run[] }[] = [];
    for (const { run, widthMm } of own) {
      let lane = lanes.find((l) => l.endMm < low(run) - GAP_MM);
      if (!lane) {
        lane = { endMm: 0, widthMm: 0, runs: [] };
        lanes.push(lane);
      }
      lane.endMm = high(run);
      lane.widthMm = Math.max(lane.widthMm, widthMm);
      lane.runs.push(run);
    }
    const wholeMm = lanes.reduce((s, l) => s + l.widthMm + GAP_MM, -GAP_MM);
    let atMm = -wholeMm / 2;
    for (const lane of lanes) {
      for (const run of lane.runs) run.atMm += atMm + lane.widthMm / 2;
      atMm += lane.widthMm + GAP_MM;
    }
  }
}

/** A straight stretch that stays where it lies, such as one laid by hand. */
export interface Fixed {
  from: PointMm;
  to: PointMm;
  widthMm: number;
}

/** Moves what would lie in a fixed stretch beside it, to the side it is nearer to. */
export function besideFixed(runs: readonly { run: Run; widthMm: number }[], fixed: readonly Fixed[]): void {
  for (const { from, to, widthMm: theirs } of fixed) {
    const level = Math.abs(from.yMm - to.yMm) < 1;
    if (!level && Math.abs(from.xMm - to.xMm) >= 1) continue;
    const atMm = level ? from.yMm : from.xMm;
    const [low, high] = level
      ? [Math.min(from.xMm, to.xMm), Math.max(from.xMm, to.xMm)]
      : [Math.min(from.yMm, to.yMm), Math.max(from.yMm, to.yMm)];
    for (const { run, widthMm } of runs) {
      const beside = Math.min(high, Math.max(run.fromMm, run.toMm)) - Math.max(low, Math.min(run.fromMm, run.toMm));
      const apartMm = (widthMm + theirs) / 2 + GAP_MM;
      if (run.horizontal !== level || beside <= 0 || Math.abs(run.atMm - atMm) >= apartMm) continue;
      run.atMm = atMm + (run.atMm >= atMm ? apartMm : -apartMm);
    }
  }
}

/**
 * Points of a path whose runs lie where they lie, from one fixed end to the other. The first and the last stretch stand in
 * line with the ends themselves; where one stretch is all there is and its ends do not stand in line, it steps aside halfway.
 */
export function pointsAlong(runs: readonly Run[], from: PointMm, to: PointMm): PointMm[] {
  const first = runs[0];
  const last = runs.at(-1);
  if (!first || !last) return [from, to];
  const across = (r: Run, p: PointMm) => (r.horizontal ? p.yMm : p.xMm);
  if (runs.length === 1) {
    if (Math.abs(across(first, from) - across(first, to)) <= ASIDE_MM) return [from, to];
    const [x, y] = [(from.xMm + to.xMm) / 2, (from.yMm + to.yMm) / 2];
    return first.horizontal
      ? [from, { xMm: x, yMm: from.yMm }, { xMm: x, yMm: to.yMm }, to]
      : [from, { xMm: from.xMm, yMm: y }, { xMm: to.xMm, yMm: y }, to];
  }
  const at = runs.map((r) => (r === first ? across(r, from) : r === last ? across(r, to) : r.atMm));
  const corners = runs
    .slice(1)
    .map((r, i) => (r.horizontal ? { xMm: at[i]!, yMm: at[i + 1]! } : { xMm: at[i + 1]!, yMm: at[i]! }));
  return [from, ...corners, to];
}

/** Ends this little out of line need no step, mm. */
const ASIDE_MM = 0.5;
