import type { PointMm } from '../../document/basics.ts';
import { stepAlongMm } from '../steps.ts';
import { Kept, nearTo, type Was } from './kept.ts';
import type { Layout, Lead, PlacementModel } from './model.ts';

const AHEAD = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
] as const;

/** An end of a lead where it stands: its place, the ways it may leave, and what it wants in front of it. */
interface Standing {
  part: number;
  x: number;
  y: number;
  ways: readonly number[];
  roomMm: number;
}
const ANY = [0, 1, 2, 3] as const;
function standingEnd(
  layout: Layout,
  part: number,
  at: readonly PointMm[],
  leaves: readonly number[] | null,
  roomMm: number,
): Standing {
  const turns = layout.turns[part]!;
  return {
    part,
    x: layout.x[part]! + at[turns]!.xMm,
    y: layout.y[part]! + at[turns]!.yMm,
    ways: leaves ? [leaves[turns]!] : ANY,
    roomMm,
  };
}

/** Where bodies stand, as plain numbers: this is asked at every step of a search. */
interface Bodies {
  x: Float64Array;
  y: Float64Array;
  halfX: Float64Array;
  halfY: Float64Array;
}
const bodiesOf = ({ movables }: PlacementModel, { x, y, turns }: Layout): Bodies => ({
  x,
  y,
  halfX: Float64Array.from(movables, (m, j) => m.half[turns[j]!]!.x),
  halfY: Float64Array.from(movables, (m, j) => m.half[turns[j]!]!.y),
});

/** What is lacking of the room in front of an end in one direction, as a share of what its lead needs. */
function lackAhead(
  { box }: PlacementModel,
  { x, y, halfX, halfY }: Bodies,
  end: Standing,
  d: number,
  halfMm: number,
  other: Standing | null,
): number {
  const level = d === 0 || d === 2;
  const sign = d < 2 ? 1 : -1;
  // One that leaves the panel may go straight over its edge.
  const toEdgeMm = level
    ? sign > 0
      ? box.rightMm - end.x
      : end.x - box.leftMm
    : sign > 0
      ? box.bottomMm - end.y
      : end.y - box.topMm;
  let freeMm = other ? Math.min(end.roomMm, toEdgeMm) : end.roomMm;
  // What it leads to may stand there, where they face each other.
  const spared = other?.ways.includes((d + 2) % 4) ? other.part : -1;
  for (let j = 0; j < x.length; j++) {
    const aside = level ? Math.abs(y[j]! - end.y) - halfY[j]! : Math.abs(x[j]! - end.x) - halfX[j]!;
    if (aside >= halfMm || j === end.part || j === spared) continue;
    const half = level ? halfX[j]! : halfY[j]!;
    const ahead = sign * (level ? x[j]! - end.x : y[j]! - end.y) - half;
    // Not what stands behind it.
    if (ahead > -2 * half && ahead < freeMm) freeMm = Math.max(0, ahead);
  }
  return 1 - Math.max(0, freeMm) / end.roomMm;
}

/** What a way with turns more than it should need lacks at least. */
const DETOUR = 0.25;

/** What is lacking ahead of a corner; a corner behind the end is a way round, easier the further behind it lies. */
const lackToCorner = (aheadMm: number, roomMm: number, radiusMm: number): number =>
  aheadMm >= 0 ? Math.max(0, 1 - aheadMm / roomMm) : Math.max(DETOUR, 1 + aheadMm / (2 * radiusMm));

/** What is lacking between two ends that leave in directions d and e for the arcs of the way that joins them. */
function lackBetween(a: Standing, d: number, b: Standing, e: number, radiusMm: number): number {
  const [dx, dy] = AHEAD[d]!;
  const [ox, oy] = [b.x - a.x, b.y - a.y];
  const ahead = ox * dx + oy * dy;
  const aside = Math.abs(ox * dy) + Math.abs(oy * dx);
  if (e === (d + 2) % 4) {
    if (ahead <= 0) return DETOUR;
    if (aside < 0.5) return 0;
    const needMm = a.roomMm + b.roomMm - 2 * radiusMm + stepAlongMm(radiusMm, Math.min(aside, 2 * radiusMm));
    return Math.max(0, 1 - ahead / needMm);
  }
  // Both the same way: a U, which needs two arcs across.
  if (e === d) return Math.max(0, 1 - aside / (2 * radiusMm));
  const [ex, ey] = AHEAD[e]!;
  return Math.max(lackToCorner(ahead, a.roomMm, radiusMm), lackToCorner(-(ox * ex + oy * ey), b.roomMm, radiusMm));
}

const lackA = new Float64Array(4);
const lackB = new Float64Array(4);

/** What one lead lacks of room for its ends and first bends, weighted by the room it asks: thick ones cannot be coaxed. */
function lackOf(model: PlacementModel, bodies: Bodies, layout: Layout, lead: Lead): number {
  const a = standingEnd(layout, lead.a, lead.aAt, lead.aLeaves, lead.aRoomMm);
  const b = lead.b < 0 ? null : standingEnd(layout, lead.b, lead.bAt, lead.bLeaves, lead.bRoomMm);
  const roomMm = a.roomMm + (b?.roomMm ?? 0);
  if (roomMm <= 0) return 0;
  for (const d of a.ways) lackA[d] = a.roomMm > 0 ? lackAhead(model, bodies, a, d, lead.halfMm, b) : 0;
  let least = 1;
  if (!b) for (const d of a.ways) least = Math.min(least, lackA[d]!);
  else {
    for (const e of b.ways) lackB[e] = b.roomMm > 0 ? lackAhead(model, bodies, b, e, lead.halfMm, a) : 0;
    for (const d of a.ways)
      for (const e of b.ways) {
        if (least === 0) break;
        const own = Math.max(lackA[d]!, lackB[e]!);
        if (own < least) least = Math.min(least, Math.max(own, lackBetween(a, d, b, e, lead.radiusMm)));
      }
  }
  return least * roomMm * lead.weight;
}

/** All the room the leads ask for, mm. */
const askedMm = ({ leads }: PlacementModel): number =>
  leads.reduce((s, l) => s + l.aRoomMm + (l.b < 0 ? 0 : l.bRoomMm), 0);
const shareOf = (lackMm: number, ofMm: number): number => (ofMm > 0 ? (4 * lackMm) / ofMm : 0);

/** Share of what leads lack of room for their ends and first bends. */
export function crampedShare(model: PlacementModel, layout: Layout): number {
  const bodies = bodiesOf(model, layout);
  let lack = 0;
  for (const lead of model.leads) lack += lackOf(model, bodies, layout, lead);
  return shareOf(lack, askedMm(model));
}

/** The same, kept from step to step of a search: only leads near what moved are looked at again. */
export class KeptCramped extends Kept {
  readonly #model: PlacementModel;
  readonly #layout: Layout;
  readonly #bodies: Bodies;
  readonly #askedMm: number;

  /** @param layout the one the search works in, in place */
  constructor(model: PlacementModel, layout: Layout) {
    super(model.leads.length);
    this.#model = model;
    this.#layout = layout;
    this.#bodies = bodiesOf(model, layout);
    this.#askedMm = askedMm(model);
    this.all();
  }

  get share(): number {
    return shareOf(this.sum, this.#askedMm);
  }

  protected override of(k: number): number {
    return lackOf(this.#model, this.#bodies, this.#layout, this.#model.leads[k]!);
  }

  protected override turned(part: number): void {
    const half = this.#model.movables[part]!.half[this.#layout.turns[part]!]!;
    this.#bodies.halfX[part] = half.x;
    this.#bodies.halfY[part] = half.y;
  }

  protected override touches(k: number, part: number, was: Was): boolean {
    const lead = this.#model.leads[k]!;
    if (lead.a === part || lead.b === part) return true;
    const { half } = this.#model.movables[part]!;
    const far = Math.max(half[0]!.x, half[0]!.y) + lead.halfMm;
    const near = (of: number, at: readonly PointMm[], roomMm: number) => {
      const { x, y, turns } = this.#layout;
      const p = at[turns[of]!]!;
      const [ex, ey, reach] = [x[of]! + p.xMm, y[of]! + p.yMm, far + roomMm];
      return nearTo(ex, ey, this.#layout, part, was, reach, reach);
    };
    return near(lead.a, lead.aAt, lead.aRoomMm) || (lead.b >= 0 && near(lead.b, lead.bAt, lead.bRoomMm));
  }
}
