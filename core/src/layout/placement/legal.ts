import { inside, overlap, toEdge } from '../../solvers/polygon.ts';
import { EDGE_MM, GAP_MM, type Layout, type PlacementModel } from './model.ts';
import { noSwingMm } from './swing.ts';

/** How far a body at a place is from being allowed there, mm; 0 where it may stand. */
export function offGround(model: PlacementModel, i: number, x: number, y: number, turns: number): number {
  const { box, movables, blocked, depthMm } = model;
  const { x: hx, y: hy } = movables[i]!.half[turns]!;
  let off =
    Math.max(0, box.leftMm + EDGE_MM - (x - hx)) +
    Math.max(0, x + hx - (box.rightMm - EDGE_MM)) +
    Math.max(0, box.topMm + EDGE_MM - (y - hy)) +
    Math.max(0, y + hy - (box.bottomMm - EDGE_MM));
  for (const b of blocked) {
    if (b.freeMm >= depthMm[i]!) continue;
    const [ox, oy] = [
      Math.min(x + hx, b.box.rightMm) - Math.max(x - hx, b.box.leftMm),
      Math.min(y + hy, b.box.bottomMm) - Math.max(y - hy, b.box.topMm),
    ];
    if (ox > 0 && oy > 0) off += Math.min(ox, oy);
  }
  if (!model.rectangular) {
    const body = [
      { xMm: x - hx, yMm: y - hy },
      { xMm: x + hx, yMm: y - hy },
      { xMm: x + hx, yMm: y + hy },
      { xMm: x - hx, yMm: y + hy },
    ];
    for (const p of body) if (!inside(p, model.panel.outline)) off += toEdge(p, model.panel.outline).distanceMm + 1;
    if (
      off === 0 &&
      model.panel.outline.some((p) =>
        overlap(body, [p, { xMm: p.xMm + 1, yMm: p.yMm }, { xMm: p.xMm, yMm: p.yMm + 1 }]),
      )
    )
      off += 1;
  }
  return off;
}

/** How deep two bodies with their gap, or with the air either asks for, stand into each other, mm; 0 where they are apart. */
export function intrusion(model: PlacementModel, layout: Layout, i: number, j: number): number {
  const [m, o] = [model.movables[i]!, model.movables[j]!];
  const [ti, tj] = [layout.turns[i]!, layout.turns[j]!];
  const [a, b] = [m.half[ti]!, o.half[tj]!];
  const [dx, dy] = [layout.x[j]! - layout.x[i]!, layout.y[j]! - layout.y[i]!];
  const [x, y] = [a.x + b.x, a.y + b.y];
  let [ox, oy] = [x + GAP_MM - Math.abs(dx), y + GAP_MM - Math.abs(dy)];
  let worst = ox > 0 && oy > 0 ? Math.min(ox, oy) : 0;
  // The other stands to one side of it, and that side's air is asked for.
  const [own, theirs] = [m.clear[ti]!, o.clear[tj]!];
  ox = x + (dx > 0 ? own.right : own.left) - Math.abs(dx);
  oy = y + (dy > 0 ? own.bottom : own.top) - Math.abs(dy);
  if (ox > 0 && oy > 0) worst = Math.max(worst, Math.min(ox, oy));
  ox = x + (dx > 0 ? theirs.left : theirs.right) - Math.abs(dx);
  oy = y + (dy > 0 ? theirs.top : theirs.bottom) - Math.abs(dy);
  return ox > 0 && oy > 0 ? Math.max(worst, Math.min(ox, oy)) : worst;
}

/**
 * How illegal a layout still is, mm.
 * @param swingMm what is lacking for spanners, where it is known already
 */
export function illegalMm(model: PlacementModel, layout: Layout, swingMm = noSwingMm(model, layout)): number {
  let sum = swingMm;
  const n = model.movables.length;
  for (let i = 0; i < n; i++) {
    if (!model.movables[i]!.held) sum += offGround(model, i, layout.x[i]!, layout.y[i]!, layout.turns[i]!);
    for (let j = 0; j < i; j++)
      if (!(model.movables[i]!.held && model.movables[j]!.held)) sum += intrusion(model, layout, i, j);
  }
  return sum;
}

/** Less than this in one another's way is rounding, mm. */
const ROUNDING_MM = 1e-6;

/** @param offMm how illegal it is, where that is known already */
export const isLegal = (model: PlacementModel, layout: Layout, offMm = illegalMm(model, layout)): boolean =>
  offMm < ROUNDING_MM;
