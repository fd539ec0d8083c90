import type { PointMm } from '../../document/basics.ts';
import { type BendNeeds, dress, roomOn, tangentOf, type Way } from './dress.ts';

/** A cable's way over one face, and what its bends need. */
export interface BundledWay {
  /** Only ways over the same face lie in one bundle. */
  face: string;
  way: Way;
  needs: BendNeeds;
}

/** Farther apart than this, edge to edge, cables do not lie in one bundle, mm. Common practice, no source. */
const TOGETHER_MM = 4;
/** Stretches before and after a bend lie equally far from their neighbour's to within this, mm: rounding of the drawing. */
const EVEN_MM = 0.6;
/** A bend widens for its bundle by so much at most where nothing lies on its inner side, mm: it cuts its corner by 0.4 of it. */
const SWINGS_IN_MM = 10;
const SMALL_MM = 1e-6;
/** Bends turn alike when their stretches point the same way to within this (1 − cosine). */
const ALIKE = 1e-3;

/** A bend that may be one of a bundle's. */
interface Corner {
  owner: number;
  at: number;
  point: PointMm;
  turnRad: number;
  diameterMm: number;
  leastMm: number;
  /** From the corner along its two stretches, the one on the left of its inner side first. */
  rays: readonly [PointMm, PointMm];
  /** Square to each of them, away from what the bend turns about. */
  outward: readonly [PointMm, PointMm];
}

const dot = (a: PointMm, b: PointMm) => a.xMm * b.xMm + a.yMm * b.yMm;
const unit = (from: PointMm, to: PointMm): PointMm => {
  const mm = Math.hypot(to.xMm - from.xMm, to.yMm - from.yMm);
  return { xMm: (to.xMm - from.xMm) / mm, yMm: (to.yMm - from.yMm) / mm };
};
/** Square to one direction, away from another. */
const away = (from: PointMm, other: PointMm): PointMm => {
  const side = from.xMm * other.yMm - from.yMm * other.xMm > 0 ? 1 : -1;
  return { xMm: side * from.yMm, yMm: -side * from.xMm };
};

function cornersOf({ way, needs }: BundledWay, owner: number): Corner[] {
  const leastMm = needs.bendMm + needs.diameterMm / 2;
  return dress(way, needs).bends.flatMap((bend, n): Corner[] => {
    // One that is short of room for itself has none to spare.
    if (bend.centreRadiusMm < leastMm - SMALL_MM) return [];
    const at = n + 1;
    const point = way.points[at]!;
    const [back, ahead] = [unit(point, way.points[at - 1]!), unit(point, way.points[at + 1]!)];
    const right = bend.turnDeg > 0;
    const rays = right ? ([back, ahead] as const) : ([ahead, back] as const);
    const outward = [away(rays[0], rays[1]), away(rays[1], rays[0])] as const;
    return [{ owner, at, point, turnRad: way.turns[at]!, diameterMm: needs.diameterMm, leastMm, rays, outward }];
  });
}

/** How far outside of one bend another lies that turns alike about the same middle; null where it does not. */
function outsideMm(inner: Corner, outer: Corner): number | null {
  if (inner.rays.some((r, i) => dot(r, outer.rays[i]!) < 1 - ALIKE)) return null;
  const apart = { xMm: outer.point.xMm - inner.point.xMm, yMm: outer.point.yMm - inner.point.yMm };
  const [a, b] = [dot(apart, inner.outward[0]), dot(apart, inner.outward[1])];
  if (Math.abs(a - b) > EVEN_MM) return null;
  const mm = (a + b) / 2;
  const touchingMm = (inner.diameterMm + outer.diameterMm) / 2;
  return mm >= touchingMm - 1 && mm <= touchingMm + TOGETHER_MM ? mm : null;
}

/** Bends that lie in one another, from the innermost, each with how far outside of the first it lies. */
type Nest = { corner: Corner; outMm: number }[];

function nestsOf(corners: readonly Corner[]): Nest[] {
  const pairs: { inner: number; outer: number; mm: number }[] = [];
  const sorted = corners.map((_, i) => i).sort((a, b) => corners[a]!.point.xMm - corners[b]!.point.xMm || a - b);
  const widestMm = Math.max(0, ...corners.map((c) => c.diameterMm)) + TOGETHER_MM;
  // A corner lies at most so far from its neighbour's: bends of more than a right angle are drawn out.
  const reachMm = 4 * widestMm;
  for (let i = 0; i < sorted.length; i++)
    for (let k = i + 1; k < sorted.length; k++) {
      const [a, b] = [corners[sorted[i]!]!, corners[sorted[k]!]!];
      if (b.point.xMm - a.point.xMm > reachMm) break;
      if (a.owner === b.owner || Math.abs(a.point.yMm - b.point.yMm) > reachMm) continue;
      const out = outsideMm(a, b);
      if (out !== null) pairs.push({ inner: sorted[i]!, outer: sorted[k]!, mm: out });
      const within = outsideMm(b, a);
      if (within !== null) pairs.push({ inner: sorted[k]!, outer: sorted[i]!, mm: within });
    }
  pairs.sort((p, q) => p.mm - q.mm || p.inner - q.inner || p.outer - q.outer);
  const outerOf = new Map<number, { outer: number; mm: number }>();
  const innerOf = new Set<number>();
  for (const { inner, outer, mm } of pairs) {
    if (outerOf.has(inner) || innerOf.has(outer)) continue;
    outerOf.set(inner, { outer, mm });
    innerOf.add(outer);
  }
  const nests: Nest[] = [];
  corners.forEach((corner, n) => {
    if (innerOf.has(n) || !outerOf.has(n)) return;
    const nest: Nest = [{ corner, outMm: 0 }];
    for (let next = outerOf.get(n); next; next = outerOf.get(next.outer))
      nest.push({ corner: corners[next.outer]!, outMm: nest.at(-1)!.outMm + next.mm });
    nests.push(nest);
  });
  return nests;
}

/**
 * How wide the bends of cables are that lie side by side, so that a bundle keeps its order and its spacing round a corner:
 * about one middle, each wider than the one inside it by how far they lie apart. Only where there is room; never tighter
 * than a cable's own radius.
 * Source: plane geometry; that bundles are bent together is common practice, no source.
 * @returns by way and corner, the radius of the middle line, mm; 0 where a bend is its own
 * @example
 * bundledRadii([]); // []
 */
export function bundledRadii(ways: readonly BundledWay[]): number[][] {
  const radii = ways.map(({ way }) => way.points.map(() => 0));
  const faces = new Map<string, Corner[]>();
  ways.forEach((w, owner) => {
    const own = faces.get(w.face);
    if (own) own.push(...cornersOf(w, owner));
    else faces.set(w.face, cornersOf(w, owner));
  });
  /** What an arc of a radius needs of its two stretches, beside the arcs at their other ends. */
  const fits = ({ owner, at, turnRad }: Corner, radiusMm: number): boolean => {
    const { way, needs } = ways[owner]!;
    const leastMm = needs.bendMm + needs.diameterMm / 2;
    const taken = (corner: number) => tangentOf(way.turns[corner]!, Math.max(leastMm, radii[owner]![corner]!));
    const own = tangentOf(turnRad, radiusMm);
    return (
      own + taken(at - 1) <= roomOn(way, needs.straightMm, at - 1) + SMALL_MM &&
      own + taken(at + 1) <= roomOn(way, needs.straightMm, at) + SMALL_MM
    );
  };
  const bend = (nest: Nest): void => {
    if (nest.length < 2) return;
    const startMm = nest[0]!.outMm;
    const asked = nest.map(({ corner, outMm }) => corner.leastMm - (outMm - startMm));
    const radiusMm = Math.max(...asked);
    // One so thick that it would swing those within it far in begins a bundle of its own.
    if (radiusMm > nest[0]!.corner.leastMm + SWINGS_IN_MM) {
      const thick = asked.indexOf(radiusMm);
      bend(nest.slice(0, thick));
      bend(nest.slice(thick));
      return;
    }
    // One that comes round twice has its stretches asked for twice: only its first bend is the bundle's.
    const short = nest.findIndex(
      ({ corner, outMm }, n) =>
        !fits(corner, radiusMm + outMm - startMm) || nest.some((o, k) => k < n && o.corner.owner === corner.owner),
    );
    if (short >= 0) {
      bend(nest.slice(0, short));
      bend(nest.slice(short + 1));
      return;
    }
    for (const { corner, outMm } of nest) radii[corner.owner]![corner.at] = radiusMm + outMm - startMm;
  };
  for (const own of faces.values()) for (const nest of nestsOf(own)) bend(nest);
  return radii;
}
