import type { Id, PointMm } from '../document/basics.ts';
import type { Board } from '../document/board.ts';
import type { Cable, Environment, Segment } from '../document/cable/cable.ts';
import type { Command } from '../document/commands.ts';
import { newId } from '../document/newId.ts';
import type { Face, Hole, Panel } from '../document/panel/panel.ts';
import type { Part } from '../document/part/part.ts';
import { compareNatural } from '../engine/compareText.ts';
import { inside, toEdge } from '../solvers/polygon.ts';
import { itemRect, type PlacedTerminal, placedTerminal, terminalOf } from '../stages/lengths/geometry.ts';
import { bundleMm } from '../stages/place/bundle.ts';
import { keepOutOutline } from '../stages/place/outlines.ts';
import { HOLE_GAP, LINING_MM } from '../tables/layoutPractice.ts';
import type { LayOf } from './cableLays.ts';

type Parts = ReadonlyMap<Id, Part>;

/** Cables share a hole when the way through it is no longer than this than through one of their own, mm. */
const DETOUR_MM = 90;
const SMALLEST_MM = 12;
const LARGEST_MM = 60;
const LINING = 'grommet' as const;

/** The drill for a bundle, mm, in whole even steps. */
const drillFor = (diametersMm: readonly number[]): number => {
  const bundle = diametersMm.length === 1 ? diametersMm[0]! * 1.15 : bundleMm(diametersMm);
  return Math.max(SMALLEST_MM, 2 * Math.ceil((bundle + LINING_MM[LINING]) / 2));
};

const apart = (a: PointMm, b: PointMm) => Math.abs(a.xMm - b.xMm) + Math.abs(a.yMm - b.yMm);

/** The nearest place for a hole that no part of either face, screw, other hole, keep-out or edge is in the way of. */
export function holeSpot(
  board: Pick<Board, 'items'>,
  parts: Parts,
  panel: Panel,
  holes: readonly Hole[],
  near: PointMm,
  diameterMm: number,
): PointMm | null {
  const r = diameterMm / 2;
  const rects = board.items.flatMap((i) => {
    const part = parts.get(i.partId);
    return part && i.place.kind === 'panel' && i.place.panelId === panel.id ? [itemRect(i, part)!] : [];
  });
  const free = (p: PointMm): boolean => {
    if (!inside(p, panel.outline)) return false;
    if (toEdge(p, panel.outline).distanceMm < r + Math.max(HOLE_GAP.minMm, (HOLE_GAP.factor * diameterMm) / 2))
      return false;
    if (
      rects.some(
        (q) =>
          p.xMm > q.leftMm - r - 3 &&
          p.xMm < q.rightMm + r + 3 &&
          p.yMm > q.topMm - r - 3 &&
          p.yMm < q.bottomMm + r + 3,
      )
    )
      return false;
    if (panel.fixings.some((f) => Math.hypot(f.xMm - p.xMm, f.yMm - p.yMm) < r + f.screwDiameterMm + 8)) return false;
    if (panel.keepOuts.some((k) => inside(p, keepOutOutline(k)))) return false;
    return holes.every((h) => {
      const gap = Math.hypot(h.xMm - p.xMm, h.yMm - p.yMm) - r - h.diameterMm / 2;
      return gap >= Math.max(HOLE_GAP.minMm, HOLE_GAP.factor * Math.max(diameterMm, h.diameterMm));
    });
  };
  const step = 5;
  const start = { xMm: Math.round(near.xMm / step) * step, yMm: Math.round(near.yMm / step) * step };
  for (let ring = 0; ring <= 160; ring++) {
    let best: { p: PointMm; off: number } | null = null;
    const look = (i: number, j: number) => {
      const p = { xMm: start.xMm + i * step, yMm: start.yMm + j * step };
      const off = Math.hypot(i, j);
      if ((!best || off < best.off) && free(p)) best = { p, off };
    };
    for (let k = -ring; k <= ring; k++) {
      look(k, -ring);
      look(k, ring);
      look(-ring, k);
      look(ring, k);
    }
    if (best) return (best as { p: PointMm }).p;
  }
  return null;
}

/** Holes of the panels as they come to be while cables are given theirs. */
class Holes {
  readonly #board: Board;
  readonly #parts: Parts;
  readonly #layOf: LayOf;
  readonly #holes: Map<Id, Hole[]>;
  readonly #through = new Map<Id, number[]>();
  readonly #made = new Set<Id>();

  constructor(board: Board, parts: Parts, layOf: LayOf) {
    this.#board = board;
    this.#parts = parts;
    this.#layOf = layOf;
    this.#holes = new Map(board.panels.map((p) => [p.id, [...p.holes]]));
    for (const cable of board.cables)
      for (const s of cable.segments) if (s.kind === 'passThrough') this.#pass(s.holeId, cable.id);
  }

  #pass(holeId: Id, cableId: Id): void {
    const own = this.#through.get(holeId) ?? [];
    own.push(this.#layOf(cableId).diameterMm);
    this.#through.set(holeId, own);
  }

  /** A hole for one cable on its way between two points: one that is there where it is not far, else a new one. */
  take(panel: Panel, cable: Cable, from: PointMm, to: PointMm, ideal: PointMm): Id | null {
    const holes = this.#holes.get(panel.id)!;
    const width = this.#layOf(cable.id).diameterMm;
    const straight = apart(from, ideal) + apart(ideal, to);
    const near = holes
      .map((hole, n) => ({ hole, n, detour: apart(from, hole) + apart(hole, to) - straight }))
      .filter(({ detour }) => detour <= DETOUR_MM)
      .sort((a, b) => a.detour - b.detour);
    for (const { hole, n } of near) {
      const all = [...(this.#through.get(hole.id) ?? []), width];
      const diameterMm = drillFor(all);
      if (diameterMm > hole.diameterMm) {
        // One that is drilled already stays as it is; one proposed just now may still grow.
        if (!this.#made.has(hole.id) || diameterMm > LARGEST_MM) continue;
        const others = holes.filter((h) => h.id !== hole.id);
        const spot = holeSpot(this.#board, this.#parts, panel, others, hole, diameterMm);
        if (!spot) continue;
        holes[n] = { ...hole, ...spot, diameterMm };
      }
      this.#pass(hole.id, cable.id);
      return hole.id;
    }
    const diameterMm = drillFor([width]);
    const spot = holeSpot(this.#board, this.#parts, panel, holes, ideal, diameterMm);
    if (!spot) return null;
    const hole: Hole = { id: newId('ho'), ...spot, diameterMm, lining: LINING };
    holes.push(hole);
    this.#made.add(hole.id);
    this.#pass(hole.id, cable.id);
    return hole.id;
  }

  commands(): Command[] {
    return this.#board.panels.flatMap((panel): Command[] => {
      const value = this.#holes.get(panel.id)!;
      return value.length === panel.holes.length && value.every((h, i) => h === panel.holes[i])
        ? []
        : [{ kind: 'set', collection: 'panels', id: panel.id, field: 'holes', value }];
    });
  }
}

const routeOn = (panelId: Id, face: Face, environment: Environment): Segment => ({
  id: newId('sg'),
  kind: 'panelRoute',
  panelId,
  face,
  waypoints: [],
  laidBy: 'router',
  environment,
});
const passThrough = (panelId: Id, holeId: Id, environment: Environment): Segment => ({
  id: newId('sg'),
  kind: 'passThrough',
  panelId,
  holeId,
  environment,
});

const byHand = (cable: Cable) =>
  cable.segments.some((s) => s.kind === 'panelRoute' && s.laidBy === 'hand' && s.waypoints.length > 0);

function endsOf(board: Board, parts: Parts, cable: Cable): [PlacedTerminal, PlacedTerminal] | null {
  const connection = board.connections.find((c) => c.id === cable.cores[0]?.connectionId);
  if (!connection) return null;
  const lookup = { items: new Map(board.items.map((i) => [i.id, i])), parts: new Map(parts) };
  const placed = [connection.from, connection.to].map((ref) => {
    const found = terminalOf(ref, lookup);
    return found && placedTerminal(found.item, found.terminal);
  });
  return placed[0] && placed[1] ? [placed[0], placed[1]] : null;
}

const setSegments = (cable: Cable, value: Segment[]): Command => ({
  kind: 'set',
  collection: 'cables',
  id: cable.id,
  field: 'segments',
  value,
});

/**
 * Gives every cable between the two faces of one panel a hole to pass through: one that is there, or a new one near the
 * middle of its way, shared by those that come from the same quarter. Cables laid by hand stay.
 * @param layOf how thick each cable is and what it asks of its way; @param only looks at these alone
 */
export function throughHoles(board: Board, parts: Parts, layOf: LayOf, only: ReadonlySet<Id> | null = null): Command[] {
  const holes = new Holes(board, parts, layOf);
  const commands: Command[] = [];
  const cables = [...board.cables].sort((a, b) => compareNatural(a.designation, b.designation));
  for (const cable of cables) {
    if ((only && !only.has(cable.id)) || byHand(cable) || cable.material === 'flatCopper') continue;
    if (cable.segments.some((s) => s.kind === 'passThrough' || (s.kind === 'measuredRun' && s.measured))) continue;
    const ends = endsOf(board, parts, cable);
    if (!ends || ends[0].panelId !== ends[1].panelId || ends[0].face === ends[1].face) continue;
    const [a, b] = ends;
    const panel = board.panels.find((p) => p.id === a.panelId)!;
    const middle = { xMm: (a.xMm + b.xMm) / 2, yMm: (a.yMm + b.yMm) / 2 };
    const holeId = holes.take(panel, cable, a, b, middle);
    if (!holeId) continue;
    const { environment } = cable.segments[0]!;
    commands.push(
      setSegments(cable, [
        routeOn(panel.id, a.face, environment),
        passThrough(panel.id, holeId, environment),
        routeOn(panel.id, b.face, environment),
      ]),
    );
  }
  return [...holes.commands(), ...commands];
}

/** How far from its terminal a cable goes through the board, mm: room for the lug and its bend. Common practice, no source. */
const BEHIND_MM = 45;

/**
 * Takes a cable whose ends stand on one face through the board and back again, so that it runs on the other face.
 * @returns nothing when its ends are not on one face of one panel, or no place for a hole is left
 * @example
 * layBehind(board, parts, 'gone', () => ({ diameterMm: 10, bendMm: 40, lugMm: 30 })); // []
 */
export function layBehind(board: Board, parts: Parts, cableId: Id, layOf: LayOf): Command[] {
  const cable = board.cables.find((c) => c.id === cableId);
  const ends = cable && endsOf(board, parts, cable);
  if (!cable || !ends || ends[0].panelId !== ends[1].panelId || ends[0].face !== ends[1].face) return [];
  const [a, b] = ends;
  const panel = board.panels.find((p) => p.id === a.panelId)!;
  const holes = new Holes(board, parts, layOf);
  const off = (t: PlacedTerminal): PointMm => ({
    xMm: t.xMm + BEHIND_MM * Math.round(Math.cos((t.exitDeg * Math.PI) / 180)),
    yMm: t.yMm + BEHIND_MM * Math.round(Math.sin((t.exitDeg * Math.PI) / 180)),
  });
  const first = holes.take(panel, cable, a, a, off(a));
  const second = holes.take(panel, cable, b, b, off(b));
  if (!first || !second || first === second) return [];
  const other: Face = a.face === 'front' ? 'back' : 'front';
  const { environment } = cable.segments[0]!;
  return [
    ...holes.commands(),
    setSegments(cable, [
      routeOn(panel.id, a.face, environment),
      passThrough(panel.id, first, environment),
      routeOn(panel.id, other, environment),
      passThrough(panel.id, second, environment),
      routeOn(panel.id, a.face, environment),
    ]),
  ];
}

/**
 * Takes a cable back to the face its ends stand on.
 * @example
 * layInFront(board, parts, 'gone'); // []
 */
export function layInFront(board: Board, parts: Parts, cableId: Id): Command[] {
  const cable = board.cables.find((c) => c.id === cableId);
  const ends = cable && endsOf(board, parts, cable);
  if (!cable || !ends || ends[0].panelId !== ends[1].panelId || ends[0].face !== ends[1].face) return [];
  return [setSegments(cable, [routeOn(ends[0].panelId, ends[0].face, cable.segments[0]!.environment)])];
}
