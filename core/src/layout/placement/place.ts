import type { Id, RotationDeg } from '../../document/basics.ts';
import { seededRandom } from '../../solvers/random.ts';
import type { Move } from '../arrange.ts';
import { intrusion, isLegal, type Layout, offGround, type PlacementModel, RASTER_MM } from './model.ts';
import { type Terms, termsOf, totalOf, type Weights } from './score.ts';

export interface Placed {
  moves: Move[];
  terms: Terms;
  total: number;
  legal: boolean;
}

const snap = (x: number) => Math.round(x / RASTER_MM) * RASTER_MM;
const copy = (l: Layout): Layout => ({ x: l.x.slice(), y: l.y.slice(), turns: l.turns.slice() });

/**
 * A layout with parts where they stand now; what is not placed yet starts in the middle.
 * @example
 * startOf(model).x.length; // 4
 */
export function startOf(model: PlacementModel): Layout {
  const { box, movables } = model;
  const layout: Layout = {
    x: new Float64Array(movables.length),
    y: new Float64Array(movables.length),
    turns: new Uint8Array(movables.length),
  };
  movables.forEach((m, i) => {
    layout.x[i] = m.start?.xMm ?? (box.leftMm + box.rightMm) / 2;
    layout.y[i] = m.start?.yMm ?? (box.topMm + box.bottomMm) / 2;
    layout.turns[i] = m.start?.turns ?? 0;
  });
  return layout;
}

/** A legal layout at random, or null where chance finds none: the yardstick the solver is measured by. */
export function randomLayout(model: PlacementModel, random: () => number): Layout | null {
  const layout = startOf(model);
  const { box, movables } = model;
  const order = movables
    .map((m, i) => ({ i, area: m.half[0]!.x * m.half[0]!.y, held: m.held }))
    .sort((a, b) => Number(b.held) - Number(a.held) || b.area - a.area);
  const done: number[] = [];
  for (const { i, held } of order) {
    let found = held;
    for (let tries = 0; tries < 400 && !found; tries++) {
      layout.turns[i] = Math.floor(random() * 4);
      const h = movables[i]!.half[layout.turns[i]!]!;
      layout.x[i] = snap(box.leftMm + h.x + random() * (box.rightMm - box.leftMm - 2 * h.x));
      layout.y[i] = snap(box.topMm + h.y + random() * (box.bottomMm - box.topMm - 2 * h.y));
      found =
        offGround(model, i, layout.x[i]!, layout.y[i]!, layout.turns[i]!) === 0 &&
        done.every((j) => intrusion(model, layout, i, j) === 0);
    }
    if (!found) return null;
    done.push(i);
  }
  return layout;
}

/** How illegal a layout still is, mm. */
function illegalMm(model: PlacementModel, layout: Layout): number {
  let sum = 0;
  const n = model.movables.length;
  for (let i = 0; i < n; i++) {
    if (!model.movables[i]!.held) sum += offGround(model, i, layout.x[i]!, layout.y[i]!, layout.turns[i]!);
    for (let j = 0; j < i; j++)
      if (!(model.movables[i]!.held && model.movables[j]!.held)) sum += intrusion(model, layout, i, j);
  }
  return sum;
}

/** What being in another's way costs, per mm, at the start and at the end. */
const [PENALTY_START, PENALTY_END] = [0.002, 0.08];

/**
 * Places the movable parts of a panel by simulated annealing: moves, swaps and turns, worse ones taken ever more seldom;
 * standing in each other's way costs ever more. Held parts stay. Deterministic for a seed.
 * Source: simulated annealing (Kirkpatrick, Gelatt & Vecchi 1983).
 * @param onProgress share done; returning false stops with the best found so far
 * @example
 * place(model, weights, { seed: 1, steps: 200 }).legal; // true
 */
export function place(
  model: PlacementModel,
  weights: Weights,
  options: { seed: number; steps: number; onProgress?: (share: number) => boolean },
): Placed {
  const random = seededRandom(options.seed).next;
  const free = model.movables.flatMap((m, i) => (m.held ? [] : [i]));
  const { box } = model;
  const [width, height] = [box.rightMm - box.leftMm, box.bottomMm - box.topMm];
  const start = startOf(model);
  const fallback = isLegal(model, start) ? start : null;
  const now = randomLayout(model, random) ?? start;
  const price = (layout: Layout, penalty: number) =>
    totalOf(termsOf(model, layout), weights) + penalty * illegalMm(model, layout);
  let best: Layout | null = fallback;
  let bestPrice = fallback ? totalOf(termsOf(model, fallback), weights) : Number.POSITIVE_INFINITY;
  let penalty = PENALTY_START;
  let current = price(now, penalty);
  const { steps } = options;
  const hot = 0.25;
  const cold = 0.0006;
  for (let step = 0; step < steps && free.length > 0; step++) {
    const share = step / steps;
    if (step % 2000 === 0) {
      penalty = PENALTY_START * (PENALTY_END / PENALTY_START) ** share;
      current = price(now, penalty);
      if (options.onProgress && !options.onProgress(share)) break;
    }
    const temperature = hot * (cold / hot) ** share;
    const i = free[Math.floor(random() * free.length)]!;
    const was = { x: now.x[i]!, y: now.y[i]!, t: now.turns[i]! };
    let swapped = -1;
    const kind = random();
    if (kind < 0.12 && free.length > 1) {
      swapped = free[Math.floor(random() * free.length)]!;
      [now.x[i], now.x[swapped]] = [now.x[swapped]!, now.x[i]!];
      [now.y[i], now.y[swapped]] = [now.y[swapped]!, now.y[i]!];
    } else if (kind < 0.22) now.turns[i] = Math.floor(random() * 4);
    else {
      // Far at first, near at last.
      const reach = 0.03 + 0.6 * (1 - share) ** 2;
      const { x: hx, y: hy } = model.movables[i]!.half[was.t]!;
      const clamp = (v: number, low: number, high: number) => Math.max(low, Math.min(high, v));
      now.x[i] = snap(clamp(was.x + (random() - 0.5) * 2 * reach * width, box.leftMm + hx, box.rightMm - hx));
      now.y[i] = snap(clamp(was.y + (random() - 0.5) * 2 * reach * height, box.topMm + hy, box.bottomMm - hy));
    }
    const next = price(now, penalty);
    if (next <= current || random() < Math.exp((current - next) / temperature)) {
      current = next;
      if (share > 0.5 && isLegal(model, now)) {
        const total = totalOf(termsOf(model, now), weights);
        if (total < bestPrice) {
          bestPrice = total;
          best = copy(now);
        }
      }
    } else {
      if (swapped >= 0) {
        [now.x[i], now.x[swapped]] = [now.x[swapped]!, now.x[i]!];
        [now.y[i], now.y[swapped]] = [now.y[swapped]!, now.y[i]!];
      }
      now.x[i] = was.x;
      now.y[i] = was.y;
      now.turns[i] = was.t;
    }
  }
  const layout = best ?? now;
  const terms = termsOf(model, layout);
  return { moves: movesOf(model, layout), terms, total: totalOf(terms, weights), legal: isLegal(model, layout) };
}

/** A layout as moves of those parts that change their place. */
function movesOf(model: PlacementModel, layout: Layout): Move[] {
  return model.movables.flatMap((m, i): Move[] => {
    const [xMm, yMm, turns] = [layout.x[i]!, layout.y[i]!, layout.turns[i]!];
    if (m.held || (m.start && m.start.xMm === xMm && m.start.yMm === yMm && m.start.turns === turns)) return [];
    return [
      {
        itemId: m.itemId as Id,
        place: {
          kind: 'panel',
          panelId: model.panel.id,
          face: 'front',
          xMm,
          yMm,
          rotationDeg: (turns * 90) as RotationDeg,
        },
      },
    ];
  });
}
