import { Kept, nearTo, type Was } from './kept.ts';
import type { Layout, PlacementModel } from './model.ts';

/** Directions looked into round a stud: coarser than the finding that judges it, for this is asked at every step. */
const DIRECTIONS = 12;
/** Of them side by side a ring spanner wants: somewhat more than the finding asks. */
const FREE = 4;
const HAIR = 1e-4;
const COS = Float64Array.from({ length: DIRECTIONS }, (_, k) => Math.cos((2 * Math.PI * k) / DIRECTIONS + HAIR));
const SIN = Float64Array.from({ length: DIRECTIONS }, (_, k) => Math.sin((2 * Math.PI * k) / DIRECTIONS + HAIR));
/** What a direction that is lacking counts, mm in another's way. */
const LACK_MM = 8;

/** Whether a line from a point meets a rectangle about the origin (slabs). */
function meets(x: number, y: number, k: number, reachMm: number, halfX: number, halfY: number): boolean {
  // No direction runs exactly level or upright: a hair's turn spares the case of a line along a slab.
  const [px, py] = [1 / (reachMm * COS[k]!), 1 / (reachMm * SIN[k]!)];
  const [ax, bx] = [(-halfX - x) * px, (halfX - x) * px];
  const [ay, by] = [(-halfY - y) * py, (halfY - y) * py];
  const from = Math.max(0, Math.min(ax, bx), Math.min(ay, by));
  const to = Math.min(1, Math.max(ax, bx), Math.max(ay, by));
  return from <= to;
}

const freeNow = new Uint8Array(DIRECTIONS);

/** What is lacking for spanners at the studs of one part, as mm in one another's way. */
function lackAt({ movables }: PlacementModel, layout: Layout, i: number): number {
  const own = movables[i]!;
  let lack = 0;
  for (const stud of own.studs) {
    const at = stud.at[layout.turns[i]!]!;
    const [x, y] = [layout.x[i]! + at.xMm, layout.y[i]! + at.yMm];
    let walls = 0;
    for (let j = 0; j < movables.length; j++) {
      const wall = movables[j]!;
      if (j === i || wall.topMm <= stud.heightMm || (own.held && wall.held)) continue;
      const { x: hx, y: hy } = wall.half[layout.turns[j]!]!;
      const [px, py] = [x - layout.x[j]!, y - layout.y[j]!];
      if (Math.abs(px) > hx + stud.reachMm || Math.abs(py) > hy + stud.reachMm) continue;
      // Of a convex wall nothing is met but in directions towards its nearest point.
      const [nx, ny] = [Math.max(-hx, Math.min(hx, px)) - px, Math.max(-hy, Math.min(hy, py)) - py];
      const least = (nx * nx + ny * ny) / stud.reachMm;
      if (least > stud.reachMm) continue;
      if (walls++ === 0) freeNow.fill(1);
      for (let k = 0; k < DIRECTIONS; k++)
        if (freeNow[k] === 1 && COS[k]! * nx + SIN[k]! * ny >= least && meets(px, py, k, stud.reachMm, hx, hy))
          freeNow[k] = 0;
    }
    if (walls === 0) continue;
    let [run, most] = [0, 0];
    for (let k = 0; k < 2 * DIRECTIONS; k++) {
      run = freeNow[k % DIRECTIONS] === 1 ? run + 1 : 0;
      most = Math.max(most, run);
    }
    lack += Math.max(0, FREE - most) * LACK_MM;
  }
  return lack;
}

/**
 * What is lacking for spanners at the studs of a layout, as mm in one another's way; 0 where each has its swing.
 * @example
 * noSwingMm(model, layout); // 0
 */
export function noSwingMm(model: PlacementModel, layout: Layout): number {
  let lack = 0;
  for (let i = 0; i < model.movables.length; i++) lack += lackAt(model, layout, i);
  return lack;
}

/** The same, kept from step to step of a search: only parts near what moved are looked at again. */
export class KeptSwing extends Kept {
  readonly #model: PlacementModel;
  readonly #layout: Layout;
  readonly #reachMm: Float64Array;

  /** @param layout the one the search works in, in place */
  constructor(model: PlacementModel, layout: Layout) {
    super(model.movables.length);
    this.#model = model;
    this.#layout = layout;
    this.#reachMm = Float64Array.from(model.movables, (m) => Math.max(0, ...m.studs.map((s) => s.reachMm)));
    this.all();
  }

  protected override of(i: number): number {
    return this.#reachMm[i] === 0 ? 0 : lackAt(this.#model, this.#layout, i);
  }

  protected override touches(i: number, part: number, was: Was): boolean {
    if (i === part) return true;
    if (this.#reachMm[i] === 0) return false;
    const { x: ax, y: ay } = this.#model.movables[i]!.half[this.#layout.turns[i]!]!;
    // As it stands now or as it stood before: it may have been turned.
    const { half } = this.#model.movables[part]!;
    const far = Math.max(half[0]!.x, half[0]!.y) + this.#reachMm[i]!;
    const { x, y } = this.#layout;
    return nearTo(x[i]!, y[i]!, this.#layout, part, was, ax + far, ay + far);
  }
}
