import type { Id } from '../../document/basics.ts';
import { APART_MM } from '../../tables/layoutPractice.ts';
import type { Surface } from '../surface.ts';
import { addBeside, type Beside, CLEAR_MM, type Lain, overlap, type Stretch } from './tidiness.ts';

/** What things are worth to the eye, in mm of cable. Common practice, no source: our own choice. */
export const WORTH = {
  crossing: 120,
  bend: 20,
  /** Per mm of stretch: in one another, unevenly apart, touching evenly, a pair that touches, families too near. */
  tight: 8,
  uneven: 0.4,
  even: 0.25,
  pair: 0.5,
  apart: 2,
  /** Per mm of stretch that lies against a body or over the edge with its side, and over the part it ends at. */
  body: 3,
  ownPart: 3,
  /** A stretch through what bars it. */
  barred: 1e6,
} as const;
/** The router's toll of a cell, 10 of which are a cell of way, in mm. */
const TOLL_MM = 0.1;

export interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}
/** A way over one face by its stretches. */
export interface Laid extends Omit<Lain, 'points'> {
  stretches: readonly Stretch[];
  box: Box;
}

/** The box some stretches lie in. */
export function boxOf(stretches: readonly Stretch[]): Box {
  const box = { left: Infinity, right: -Infinity, top: Infinity, bottom: -Infinity };
  for (const s of stretches) {
    box.left = Math.min(box.left, s.x0, s.x1);
    box.right = Math.max(box.right, s.x0, s.x1);
    box.top = Math.min(box.top, s.y0, s.y1);
    box.bottom = Math.max(box.bottom, s.y0, s.y1);
  }
  return box;
}
/** Whether two boxes come as near as that. */
export const meet = (a: Box, b: Box, mm: number): boolean =>
  a.left <= b.right + mm && b.left <= a.right + mm && a.top <= b.bottom + mm && b.top <= a.bottom + mm;

/**
 * Some stretches of one way by themselves: their length, bends, tolls, and what they lie on and against.
 * @param owners the parts it ends at
 * @param held stretches that lie where a terminal has them: what bars the others does not bar these
 */
export function aloneWorth(
  { raster, leftMm, topMm, cellMm }: Surface,
  { widthMm, owners }: { widthMm: number; owners: readonly number[] },
  stretches: readonly Stretch[],
  held: readonly (Stretch | undefined)[],
): number {
  const { columns, rows, owner, toll } = raster;
  /** The cell a point lies in; −1 where there is none. */
  const cellOf = (x: number, y: number): number => {
    const [column, row] = [Math.floor((x - leftMm) / cellMm), Math.floor((y - topMm) / cellMm)];
    return column < 0 || row < 0 || column >= columns || row >= rows ? -1 : row * columns + column;
  };
  const shut = (who: number): boolean => who === -2 || (who >= 0 && !owners.includes(who));
  let worth = WORTH.bend * stretches.length;
  for (const s of stretches) {
    const mm = Math.hypot(s.x1 - s.x0, s.y1 - s.y0);
    worth += mm;
    const barred = !held.includes(s);
    const steps = Math.max(1, Math.round(mm / cellMm));
    const eachMm = mm / (steps + 1);
    const [stepX, stepY] = [(s.x1 - s.x0) / steps, (s.y1 - s.y0) / steps];
    const [sideX, sideY] = [(-(s.y1 - s.y0) / mm) * (widthMm / 2), ((s.x1 - s.x0) / mm) * (widthMm / 2)];
    for (let k = 0; k <= steps; k++) {
      const [x, y] = [s.x0 + stepX * k, s.y0 + stepY * k];
      const cell = cellOf(x, y);
      const who = cell < 0 ? -2 : owner[cell]!;
      // A way that leaves the panel ends on its edge.
      if (barred && shut(who) && !(who === -2 && (k === 0 || k === steps))) worth += WORTH.barred;
      if (who >= 0) worth += WORTH.ownPart * eachMm;
      if (cell >= 0) worth += toll[cell]! * TOLL_MM * eachMm;
      // Within its own cell its sides are where its middle is.
      const [one, other] = [cellOf(x + sideX, y + sideY), cellOf(x - sideX, y - sideY)];
      if (one !== cell && shut(one < 0 ? -2 : owner[one]!)) worth += WORTH.body * eachMm;
      if (other !== cell && shut(other < 0 ? -2 : owner[other]!)) worth += WORTH.body * eachMm;
    }
  }
  return worth;
}

/** How far stretches of two kinds run side by side nearer than they should, by how much they are too near, mm. */
function tooNear(s: Stretch, t: Stretch, touchMm: number, apartMm: number): number {
  if (s.lies !== t.lies || s.lies === 2) return 0;
  const level = s.lies === 0;
  const alongMm = level ? overlap(s.x0, s.x1, t.x0, t.x1) : overlap(s.y0, s.y1, t.y0, t.y1);
  const edgeMm = Math.abs(level ? s.y0 - t.y0 : s.x0 - t.x0) - touchMm;
  return alongMm > 0 && edgeMm < apartMm ? alongMm * (1 - Math.max(0, edgeMm) / apartMm) : 0;
}

/** Of two ways together: crossings, spacing, and whether they belong side by side or apart. */
export function togetherWorth(
  a: Omit<Lain, 'points'>,
  mine: readonly Stretch[],
  b: Laid,
  pairs: ReadonlyMap<Id, ReadonlySet<Id>>,
): number {
  if (a.cableId === b.cableId) return 0;
  const touchMm = (a.widthMm + b.widthMm) / 2;
  const kin = a.family === b.family;
  const apartMm = a.family === 1 || b.family === 1 ? APART_MM.mains : APART_MM.signal;
  const reachMm = touchMm + (kin ? CLEAR_MM : apartMm);
  const sum: Beside = { crossings: 0, tightMm: 0, unevenMm: 0, evenMm: 0 };
  let tooNearMm = 0;
  for (const s of mine) {
    const [left, right] = s.x0 < s.x1 ? [s.x0 - reachMm, s.x1 + reachMm] : [s.x1 - reachMm, s.x0 + reachMm];
    const [top, bottom] = s.y0 < s.y1 ? [s.y0 - reachMm, s.y1 + reachMm] : [s.y1 - reachMm, s.y0 + reachMm];
    if (left > b.box.right || right < b.box.left || top > b.box.bottom || bottom < b.box.top) continue;
    for (const t of b.stretches) {
      if ((t.x0 < left && t.x1 < left) || (t.x0 > right && t.x1 > right)) continue;
      if ((t.y0 < top && t.y1 < top) || (t.y0 > bottom && t.y1 > bottom)) continue;
      addBeside(sum, s, t, touchMm);
      if (!kin) tooNearMm += tooNear(s, t, touchMm, apartMm);
    }
  }
  const worth = WORTH.crossing * sum.crossings + WORTH.tight * sum.tightMm + WORTH.apart * tooNearMm;
  if (!kin) return worth;
  const paired = sum.evenMm > 0 && pairs.get(a.cableId)?.has(b.cableId);
  return worth + WORTH.uneven * sum.unevenMm - (WORTH.even + (paired ? WORTH.pair : 0)) * sum.evenMm;
}
