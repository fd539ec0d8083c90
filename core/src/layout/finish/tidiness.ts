import type { Id, PointMm } from '../../document/basics.ts';

/** A cable's way over one face, for looking at: corners, thickness, and what it is to lie with or apart from. */
export interface Lain {
  cableId: Id;
  points: readonly PointMm[];
  widthMm: number;
  /** Mains, signals and power are no bundle. */
  family: number;
}

/** How tidy the cables of a board lie: what an eye counts. Less is tidier, but for `pairedMm`. */
export interface Tidiness {
  /** Places where one cable goes over another. */
  crossings: number;
  /** Cables of one kind beside one another, but neither touching nor clear of each other, mm. */
  unevenMm: number;
  /** Cables that lie in one another, mm. */
  tightMm: number;
  /** Corners of all ways. */
  bends: number;
  /** Plus and minus of one thing side by side, mm; and how far they could lie so at most. */
  pairedMm: number;
  pairsMm: number;
  lengthMm: number;
}

/** Cables that touch lie this far apart, edge to edge, mm: a strap's tolerance. Common practice, no source. */
export const GAP_MM = 1;
/** From here on, edge to edge, two cables are clear of each other, mm: about the thinnest would go between. */
export const CLEAR_MM = 4.5;
/** Off the even gap by so much nobody sees, mm. */
export const UNSEEN_MM = 0.6;

/** A stretch along or up a board, or a slanting one. */
export interface Stretch {
  x0: number;
  x1: number;
  y0: number;
  y1: number;
  /** 0 level, 1 upright, 2 slanting. */
  lies: 0 | 1 | 2;
}

const SQUARE_MM = 0.05;
const SMALL_MM = 0.2;

/**
 * The straight stretches of a way.
 * @example
 * stretchesOf([{ xMm: 0, yMm: 0 }, { xMm: 30, yMm: 0 }]).map((s) => s.lies); // [0]
 */
export function stretchesOf(points: readonly PointMm[]): Stretch[] {
  const found: Stretch[] = [];
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    const [dx, dy] = [Math.abs(a.xMm - b.xMm), Math.abs(a.yMm - b.yMm)];
    if (dx < SMALL_MM && dy < SMALL_MM) continue;
    const lies = dy < SQUARE_MM ? 0 : dx < SQUARE_MM ? 1 : 2;
    found.push({ x0: a.xMm, x1: b.xMm, y0: a.yMm, y1: b.yMm, lies });
  }
  return found;
}

/** What two stretches of two ways are to each other. */
export interface Beside {
  crossings: number;
  tightMm: number;
  unevenMm: number;
  /** Side by side, touching. */
  evenMm: number;
}

/**
 * How far two spans share a line, mm, whichever way each runs; less than 0 is how far they lie apart.
 * @example
 * overlap(0, 10, 14, 6); // 4
 */
export const overlap = (a0: number, a1: number, b0: number, b1: number): number =>
  Math.min(Math.max(a0, a1), Math.max(b0, b1)) - Math.max(Math.min(a0, a1), Math.min(b0, b1));

const side = (s: Stretch, x: number, y: number): number => (s.x1 - s.x0) * (y - s.y0) - (s.y1 - s.y0) * (x - s.x0);

/**
 * Adds what two stretches are to each other. Ends that meet at one stud do not cross.
 * @param touchMm half of both thicknesses together
 */
export function addBeside(sum: Beside, a: Stretch, b: Stretch, touchMm: number): void {
  if (a.lies !== 2 && a.lies === b.lies) {
    const level = a.lies === 0;
    const edgeMm = Math.abs(level ? a.y0 - b.y0 : a.x0 - b.x0) - touchMm;
    if (edgeMm >= CLEAR_MM) return;
    const alongMm = level ? overlap(a.x0, a.x1, b.x0, b.x1) : overlap(a.y0, a.y1, b.y0, b.y1);
    if (alongMm <= 0) return;
    if (edgeMm < GAP_MM - UNSEEN_MM) sum.tightMm += alongMm;
    else if (edgeMm <= GAP_MM + UNSEEN_MM) sum.evenMm += alongMm;
    else sum.unevenMm += alongMm;
    return;
  }
  if (a.lies !== 2 && b.lies !== 2) {
    const [h, v] = a.lies === 0 ? [a, b] : [b, a];
    const crosses =
      v.x0 > Math.min(h.x0, h.x1) + SMALL_MM &&
      v.x0 < Math.max(h.x0, h.x1) - SMALL_MM &&
      h.y0 > Math.min(v.y0, v.y1) + SMALL_MM &&
      h.y0 < Math.max(v.y0, v.y1) - SMALL_MM;
    if (crosses) sum.crossings++;
    return;
  }
  if (overlap(a.x0, a.x1, b.x0, b.x1) < 0 || overlap(a.y0, a.y1, b.y0, b.y1) < 0) return;
  if (side(a, b.x0, b.y0) * side(a, b.x1, b.y1) < 0 && side(b, a.x0, a.y0) * side(b, a.x1, a.y1) < 0) sum.crossings++;
}

/** Whether two boxes come nearer to each other than a distance. */
const near = (a: Stretch, b: Stretch, mm: number): boolean =>
  overlap(a.x0, a.x1, b.x0, b.x1) > -mm && overlap(a.y0, a.y1, b.y0, b.y1) > -mm;

/**
 * How tidy ways over one face lie.
 * @param pairs of a cable those it belongs beside
 * @example
 * tidinessOf([], new Map()).crossings; // 0
 */
export function tidinessOf(ways: readonly Lain[], pairs: ReadonlyMap<Id, ReadonlySet<Id>>): Tidiness {
  const stretches = ways.map((w) => stretchesOf(w.points));
  const lengths = stretches.map((own) => own.reduce((mm, s) => mm + Math.hypot(s.x1 - s.x0, s.y1 - s.y0), 0));
  const all: Tidiness = {
    crossings: 0,
    unevenMm: 0,
    tightMm: 0,
    bends: stretches.reduce((n, own) => n + Math.max(0, own.length - 1), 0),
    pairedMm: 0,
    pairsMm: 0,
    lengthMm: lengths.reduce((mm, l) => mm + l, 0),
  };
  for (let i = 0; i < ways.length; i++)
    for (let k = 0; k < i; k++) {
      const [a, b] = [ways[i]!, ways[k]!];
      if (a.cableId === b.cableId) continue;
      const sum: Beside = { crossings: 0, tightMm: 0, unevenMm: 0, evenMm: 0 };
      const touchMm = (a.widthMm + b.widthMm) / 2;
      for (const s of stretches[i]!)
        for (const t of stretches[k]!) if (near(s, t, touchMm + CLEAR_MM)) addBeside(sum, s, t, touchMm);
      all.crossings += sum.crossings;
      all.tightMm += sum.tightMm;
      if (a.family === b.family) all.unevenMm += sum.unevenMm;
      if (pairs.get(a.cableId)?.has(b.cableId)) {
        const mostMm = Math.min(lengths[i]!, lengths[k]!);
        all.pairsMm += mostMm;
        all.pairedMm += Math.min(mostMm, sum.evenMm);
      }
    }
  return all;
}
