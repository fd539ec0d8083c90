import type { PointMm } from '../../document/basics.ts';

/** One bend of a cable as it lies: an arc that touches the stretches before and after its corner. */
export interface Bend {
  /** The corner the arc rounds. */
  corner: PointMm;
  /** Where the arc begins and ends, and what it turns about. */
  from: PointMm;
  to: PointMm;
  centre: PointMm;
  /** Of the cable's middle line, mm. */
  centreRadiusMm: number;
  /** Of the cable's inner side, and what it should be at least, mm. */
  radiusMm: number;
  wantedMm: number;
  /** Turned through, degrees; to the right as one goes along and looks at the panel's front is positive. */
  turnDeg: number;
  /** From the start of the path to where the arc begins, mm along the cable. */
  atMm: number;
}

/** What the bends of a cable need. */
export interface BendNeeds {
  diameterMm: number;
  /** Inner radius it takes without harm, mm. */
  bendMm: number;
  /** How far it stays straight from either end: barrel and strain; 0 where it goes on. */
  straightMm: readonly [from: number, to: number];
}

const STRAIGHT_RAD = 0.02;
/** Nearer to a full turn than this there is no arc that touches both stretches. */
const HAIRPIN_RAD = Math.PI - 0.05;
const SMALL_MM = 1e-6;

const along = (from: PointMm, to: PointMm, byMm: number, lengthMm: number): PointMm => ({
  xMm: from.xMm + ((to.xMm - from.xMm) * byMm) / lengthMm,
  yMm: from.yMm + ((to.yMm - from.yMm) * byMm) / lengthMm,
});

/** The corners of a path alone: what lies on a straight line, or twice in one place, is left out. */
function cornersOnly(points: readonly PointMm[]): PointMm[] {
  const kept: PointMm[] = [];
  for (const p of points) {
    const last = kept.at(-1);
    if (last && Math.hypot(p.xMm - last.xMm, p.yMm - last.yMm) < SMALL_MM) continue;
    const before = kept.at(-2);
    if (before && last && Math.abs(turnAt(before, last, p)) < STRAIGHT_RAD) kept.pop();
    kept.push(p);
  }
  return kept;
}

/** Angle turned through at b, positive to the right as seen on the front (y points down). */
function turnAt(a: PointMm, b: PointMm, c: PointMm): number {
  const [ux, uy, vx, vy] = [b.xMm - a.xMm, b.yMm - a.yMm, c.xMm - b.xMm, c.yMm - b.yMm];
  return Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy);
}

/** The corners of a path with their turns and stretches: what can be asked how long it is for cables of any thickness. */
export interface Way {
  points: readonly PointMm[];
  stretchMm: readonly number[];
  /** Turned through at each point, rad. */
  turns: readonly number[];
  /** From corner to corner, mm. */
  wholeMm: number;
}

/**
 * The corners of a path.
 * @example
 * wayOf([{ xMm: 0, yMm: 0 }, { xMm: 30, yMm: 0 }, { xMm: 30, yMm: 40 }]).wholeMm; // 70
 */
export function wayOf(points: readonly PointMm[]): Way {
  const way = cornersOnly(points);
  const stretchMm = way.slice(1).map((p, i) => Math.hypot(p.xMm - way[i]!.xMm, p.yMm - way[i]!.yMm));
  return {
    points: way,
    stretchMm,
    turns: way.map((p, i) => (i === 0 || i === way.length - 1 ? 0 : turnAt(way[i - 1]!, p, way[i + 1]!))),
    wholeMm: stretchMm.reduce((s, l) => s + l, 0),
  };
}

/**
 * How long a stretch of a way may be taken by the arcs at its two corners, mm.
 * @example
 * roomOn(wayOf([{ xMm: 0, yMm: 0 }, { xMm: 90, yMm: 0 }]), [40, 0], 0); // 50
 */
export function roomOn({ points, stretchMm }: Way, straightMm: BendNeeds['straightMm'], stretch: number): number {
  const taken = (stretch === 0 ? straightMm[0] : 0) + (stretch + 2 === points.length ? straightMm[1] : 0);
  return Math.max(0, stretchMm[stretch]! - taken);
}

/** By corner, the part of the asked radius there is room for. */
function sharesOf(way: Way, needs: BendNeeds, tangentMm: readonly number[]): number[] {
  const share: number[] = way.turns.map((t) => (Math.abs(t) > HAIRPIN_RAD ? 0 : 1));
  way.stretchMm.forEach((_, i) => {
    const roomMm = roomOn(way, needs.straightMm, i);
    const askedMm = tangentMm[i]! + tangentMm[i + 1]!;
    if (askedMm <= roomMm + SMALL_MM) return;
    for (const k of [i, i + 1]) share[k] = Math.min(share[k]!, roomMm / askedMm);
  });
  return share;
}

/**
 * How far before its corner an arc begins, mm: the tangent of half the turn.
 * @example
 * Math.round(tangentOf(Math.PI / 2, 40)); // 40
 */
export const tangentOf = (turnRad: number, centreRadiusMm: number): number =>
  centreRadiusMm * Math.tan(Math.min(Math.abs(turnRad), HAIRPIN_RAD) / 2);

/** Radius of the middle line at each corner: what the cable takes without harm, or wider where it lies in a bundle. */
function askedBy({ turns }: Way, needs: BendNeeds, widerMm: readonly number[] | null) {
  const leastMm = needs.bendMm + needs.diameterMm / 2;
  const radiusMm = turns.map((_, i) => Math.max(leastMm, widerMm?.[i] ?? 0));
  return { radiusMm, tangentMm: turns.map((turn, i) => tangentOf(turn, radiusMm[i]!)) };
}

/**
 * How long a cable is along a way, mm: what `dress` says, without its bends.
 * @example
 * lengthAlong(wayOf([{ xMm: 0, yMm: 0 }, { xMm: 100, yMm: 0 }]), { diameterMm: 8, bendMm: 32, straightMm: [0, 0] }); // 100
 */
export function lengthAlong(way: Way, needs: BendNeeds): number {
  if (way.points.length < 3) return way.wholeMm;
  const { radiusMm, tangentMm } = askedBy(way, needs, null);
  const share = sharesOf(way, needs, tangentMm);
  return way.turns.reduce(
    (mm, turn, i) => mm - (turn === 0 ? 0 : share[i]! * (2 * tangentMm[i]! - radiusMm[i]! * Math.abs(turn))),
    way.wholeMm,
  );
}

/**
 * How a cable lies along a way: straight from its ends, and an arc at every corner, as wide as it wants or, where there
 * is no room, as wide as there is. A stretch between two bends is shared by what they need.
 * Source: tangent lengths of circular arcs, plane geometry.
 * @param widerMm by corner of the way, the radius of the middle line where it is wider than needed; 0 where it is not
 * @returns bends in order, and the length along lines and arcs, mm
 * @example
 * dress(wayOf([{ xMm: 0, yMm: 0 }, { xMm: 100, yMm: 0 }]), { diameterMm: 8, bendMm: 32, straightMm: [0, 0] }).bends; // []
 */
export function dress(
  way: Way,
  needs: BendNeeds,
  widerMm: readonly number[] | null = null,
): { bends: Bend[]; lengthMm: number } {
  const { points, stretchMm, turns, wholeMm } = way;
  const last = points.length - 1;
  if (last < 2) return { bends: [], lengthMm: wholeMm };
  const asked = askedBy(way, needs, widerMm);
  const share = sharesOf(way, needs, asked.tangentMm);
  const bends: Bend[] = [];
  let savedMm = 0;
  let cornerMm = 0;
  for (let i = 1; i < last; i++) {
    const [before, corner, after] = [points[i - 1]!, points[i]!, points[i + 1]!];
    const [inMm, outMm] = [stretchMm[i - 1]!, stretchMm[i]!];
    cornerMm += inMm;
    const turn = turns[i]!;
    const backMm = asked.tangentMm[i]! * share[i]!;
    const centreRadiusMm = asked.radiusMm[i]! * share[i]!;
    const from = along(corner, before, backMm, inMm);
    // The centre lies square to the stretch that comes in, on the side it turns to.
    const out = (Math.sign(turn) * centreRadiusMm) / inMm;
    bends.push({
      corner,
      from,
      to: along(corner, after, backMm, outMm),
      centre: { xMm: from.xMm - (corner.yMm - before.yMm) * out, yMm: from.yMm + (corner.xMm - before.xMm) * out },
      centreRadiusMm,
      radiusMm: centreRadiusMm - needs.diameterMm / 2,
      wantedMm: needs.bendMm,
      turnDeg: (turn * 180) / Math.PI,
      atMm: cornerMm - savedMm - backMm,
    });
    savedMm += 2 * backMm - centreRadiusMm * Math.abs(turn);
  }
  return { bends, lengthMm: wholeMm - savedMm };
}

export type Stroke =
  | { kind: 'line'; from: PointMm; to: PointMm }
  | { kind: 'arc'; from: PointMm; to: PointMm; centre: PointMm; radiusMm: number; turnDeg: number };

/**
 * Lines and arcs of a path in order, as they are drawn.
 * @example
 * strokesOf({ points: [{ xMm: 0, yMm: 0 }, { xMm: 9, yMm: 0 }], bends: [] }).length; // 1
 */
export function strokesOf({ points, bends }: { points: readonly PointMm[]; bends: readonly Bend[] }): Stroke[] {
  const strokes: Stroke[] = [];
  let at = points[0];
  const end = points.at(-1);
  if (!at || !end) return strokes;
  const line = (to: PointMm) => {
    if (Math.hypot(to.xMm - at!.xMm, to.yMm - at!.yMm) > SMALL_MM) strokes.push({ kind: 'line', from: at!, to });
    at = to;
  };
  for (const b of bends) {
    line(b.from);
    if (b.centreRadiusMm > SMALL_MM)
      strokes.push({
        kind: 'arc',
        from: b.from,
        to: b.to,
        centre: b.centre,
        radiusMm: b.centreRadiusMm,
        turnDeg: b.turnDeg,
      });
    at = b.to;
  }
  line(end);
  return strokes;
}

/**
 * A point of a line or an arc, by how far along it is as a share.
 * @example
 * pointOn({ kind: 'line', from: { xMm: 0, yMm: 0 }, to: { xMm: 8, yMm: 0 } }, 0.5).xMm; // 4
 */
export function pointOn(stroke: Stroke, share: number): PointMm {
  if (stroke.kind === 'line') return along(stroke.from, stroke.to, share, 1);
  const { from, centre, radiusMm, turnDeg } = stroke;
  const angle = Math.atan2(from.yMm - centre.yMm, from.xMm - centre.xMm) + (turnDeg * Math.PI * share) / 180;
  return { xMm: centre.xMm + radiusMm * Math.cos(angle), yMm: centre.yMm + radiusMm * Math.sin(angle) };
}

/**
 * The same path looked at from elsewhere, such as from behind or at another scale.
 * @param see where a point is drawn; @param mirrored whether that exchanges left and right; @param scale of lengths
 * @example
 * pathAs({ points: [{ xMm: 2, yMm: 0 }], bends: [] }, (p) => ({ ...p, xMm: -p.xMm })).points[0].xMm; // -2
 */
export function pathAs<P extends { points: readonly PointMm[]; bends: readonly Bend[] }>(
  path: P,
  see: (p: PointMm) => PointMm,
  mirrored = false,
  scale = 1,
): P & { points: PointMm[]; bends: Bend[] } {
  return {
    ...path,
    points: path.points.map(see),
    bends: path.bends.map((b) => ({
      ...b,
      corner: see(b.corner),
      from: see(b.from),
      to: see(b.to),
      centre: see(b.centre),
      centreRadiusMm: b.centreRadiusMm * scale,
      turnDeg: mirrored ? -b.turnDeg : b.turnDeg,
    })),
  };
}

const round = (x: number) => Math.round(x * 1000) / 1000;
/**
 * A path as an SVG path of lines and true arcs.
 * @example
 * svgPathOf({ points: [{ xMm: 0, yMm: 0 }, { xMm: 9, yMm: 0 }], bends: [] }); // 'M0 0L9 0'
 */
export function svgPathOf(path: { points: readonly PointMm[]; bends: readonly Bend[] }): string {
  const first = path.points[0];
  if (!first) return '';
  const text = (p: PointMm) => `${round(p.xMm)} ${round(p.yMm)}`;
  return strokesOf(path).reduce(
    (d, s) =>
      s.kind === 'line'
        ? `${d}L${text(s.to)}`
        : `${d}A${round(s.radiusMm)} ${round(s.radiusMm)} 0 0 ${s.turnDeg > 0 ? 1 : 0} ${text(s.to)}`,
    `M${text(first)}`,
  );
}
