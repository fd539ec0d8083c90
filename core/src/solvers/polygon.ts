import { polygonArea, polygonCentroid, polygonContains, polygonHull } from 'd3-polygon';

/** Plane geometry of simple polygons; y points down. Points are plain pairs in millimetres. */
export interface Point {
  xMm: number;
  yMm: number;
}
type Polygon = readonly Point[];

const next = (polygon: Polygon, i: number): Point => polygon[(i + 1) % polygon.length]!;
const cross = (o: Point, a: Point, b: Point): number =>
  (a.xMm - o.xMm) * (b.yMm - o.yMm) - (a.yMm - o.yMm) * (b.xMm - o.xMm);

type Ring = [number, number][];
const rings = new WeakMap<Polygon, Ring>();
/** The same as pairs; kept, since outlines are asked about again and again. */
function ringOf(polygon: Polygon): Ring {
  let ring = rings.get(polygon);
  if (!ring) {
    ring = polygon.map((p) => [p.xMm, p.yMm]);
    rings.set(polygon, ring);
  }
  return ring;
}

/**
 * Area in mm², however the points go round.
 * @example
 * areaMm2([{ xMm: 0, yMm: 0 }, { xMm: 4, yMm: 0 }, { xMm: 4, yMm: 3 }, { xMm: 0, yMm: 3 }]); // 12
 */
export const areaMm2 = (polygon: Polygon): number => Math.abs(polygonArea(ringOf(polygon)));

/**
 * Centre of the area; the first point where there is none.
 * @example
 * centroid([{ xMm: 0, yMm: 0 }, { xMm: 4, yMm: 0 }, { xMm: 4, yMm: 2 }, { xMm: 0, yMm: 2 }]); // { xMm: 2, yMm: 1 }
 */
export function centroid(polygon: Polygon): Point {
  if (areaMm2(polygon) < 1e-9) return polygon[0]!;
  const [xMm, yMm] = polygonCentroid(ringOf(polygon));
  return { xMm, yMm };
}

/**
 * Whether a point lies inside (even–odd rule).
 * @example
 * inside({ xMm: 1, yMm: 1 }, [{ xMm: 0, yMm: 0 }, { xMm: 4, yMm: 0 }, { xMm: 0, yMm: 4 }]); // true
 */
export const inside = (point: Point, polygon: Polygon): boolean =>
  polygonContains(ringOf(polygon), [point.xMm, point.yMm]);

/**
 * Distance from a point to the polygon's edge, and the nearest point of it.
 * @example
 * toEdge({ xMm: 2, yMm: 1 }, [{ xMm: 0, yMm: 0 }, { xMm: 9, yMm: 0 }, { xMm: 9, yMm: 9 }]).distanceMm; // 0.7071067811865476
 */
export function toEdge(point: Point, polygon: Polygon): { distanceMm: number; nearest: Point } {
  let best = { distanceMm: Number.POSITIVE_INFINITY, nearest: point };
  polygon.forEach((a, i) => {
    const b = next(polygon, i);
    const [dx, dy] = [b.xMm - a.xMm, b.yMm - a.yMm];
    const span = dx * dx + dy * dy || 1;
    const t = Math.max(0, Math.min(1, ((point.xMm - a.xMm) * dx + (point.yMm - a.yMm) * dy) / span));
    const nearest = { xMm: a.xMm + t * dx, yMm: a.yMm + t * dy };
    const distanceMm = Math.hypot(point.xMm - nearest.xMm, point.yMm - nearest.yMm);
    if (distanceMm < best.distanceMm) best = { distanceMm, nearest };
  });
  return best;
}

/**
 * Whether two stretches cross each other between their ends; touching ends do not count.
 * @example
 * segmentsCross({ xMm: 0, yMm: 0 }, { xMm: 2, yMm: 2 }, { xMm: 0, yMm: 2 }, { xMm: 2, yMm: 0 }); // true
 */
export function segmentsCross(a: Point, b: Point, c: Point, d: Point): boolean {
  const [p, q, r, s] = [cross(a, b, c), cross(a, b, d), cross(c, d, a), cross(c, d, b)];
  return p * q < -1e-9 && r * s < -1e-9;
}

/**
 * Whether an outline crosses itself.
 * @example
 * crossesItself([{ xMm: 0, yMm: 0 }, { xMm: 2, yMm: 2 }, { xMm: 2, yMm: 0 }, { xMm: 0, yMm: 2 }]); // true
 */
export function crossesItself(polygon: Polygon): boolean {
  for (let i = 0; i < polygon.length; i++)
    for (let j = i + 2; j < polygon.length; j++) {
      if (i === 0 && j === polygon.length - 1) continue;
      if (segmentsCross(polygon[i]!, next(polygon, i), polygon[j]!, next(polygon, j))) return true;
    }
  return false;
}

/** A point well inside a polygon: its centre, or the middle of some diagonal that lies inside. */
function innerPoint(polygon: Polygon): Point {
  const middle = centroid(polygon);
  if (inside(middle, polygon)) return middle;
  for (let i = 0; i < polygon.length; i++)
    for (let j = i + 2; j < polygon.length; j++) {
      const p = { xMm: (polygon[i]!.xMm + polygon[j]!.xMm) / 2, yMm: (polygon[i]!.yMm + polygon[j]!.yMm) / 2 };
      if (inside(p, polygon)) return p;
    }
  return middle;
}

/** Whether two polygons share some area; touching along an edge does not count. */
export function overlap(a: Polygon, b: Polygon): boolean {
  const [p, q] = [boxOf(a), boxOf(b)];
  if (p.leftMm >= q.rightMm || q.leftMm >= p.rightMm || p.topMm >= q.bottomMm || q.topMm >= p.bottomMm) return false;
  for (let i = 0; i < a.length; i++)
    for (let j = 0; j < b.length; j++) if (segmentsCross(a[i]!, next(a, i), b[j]!, next(b, j))) return true;
  const within = (p: Point, other: Polygon) => inside(p, other) && toEdge(p, other).distanceMm > 1e-6;
  return (
    within(innerPoint(a), b) || within(innerPoint(b), a) || a.some((p) => within(p, b)) || b.some((p) => within(p, a))
  );
}

/**
 * The convex hull; the points themselves where they span no area.
 * @example
 * hull([{ xMm: 0, yMm: 0 }, { xMm: 4, yMm: 0 }, { xMm: 1, yMm: 1 }, { xMm: 0, yMm: 4 }]).length; // 3
 */
export const hull = (points: readonly Point[]): Point[] =>
  polygonHull(ringOf(points))?.map(([xMm, yMm]) => ({ xMm, yMm })) ?? [...points];

/** The outline of a slice of a circle, closed over its centre; degrees clockwise from the right. */
export function sector(centre: Point, radiusMm: number, fromDeg: number, toDeg: number): Point[] {
  const sweep = Math.min(360, Math.abs(toDeg - fromDeg));
  const steps = Math.max(2, Math.ceil(sweep / 10));
  const rim = Array.from({ length: steps + 1 }, (_, i) => {
    const angle = ((fromDeg + ((Math.sign(toDeg - fromDeg) || 1) * (sweep * i)) / steps) * Math.PI) / 180;
    return { xMm: centre.xMm + radiusMm * Math.cos(angle), yMm: centre.yMm + radiusMm * Math.sin(angle) };
  });
  return sweep >= 360 ? rim.slice(0, -1) : [centre, ...rim];
}

export interface Box {
  leftMm: number;
  rightMm: number;
  topMm: number;
  bottomMm: number;
}

/**
 * The smallest upright box round some points, mm.
 * @example
 * boxOf([{ xMm: 1, yMm: 2 }, { xMm: 5, yMm: 0 }]); // { leftMm: 1, rightMm: 5, topMm: 0, bottomMm: 2 }
 */
export function boxOf(points: Polygon): Box {
  let [leftMm, rightMm, topMm, bottomMm] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const p of points) {
    leftMm = Math.min(leftMm, p.xMm);
    rightMm = Math.max(rightMm, p.xMm);
    topMm = Math.min(topMm, p.yMm);
    bottomMm = Math.max(bottomMm, p.yMm);
  }
  return { leftMm, rightMm, topMm, bottomMm };
}
