import type { Id, RotationDeg } from '../../document/basics.ts';
import { seededRandom } from '../../solvers/random.ts';
import type { Move } from '../arrange.ts';
import { KeptCramped } from './cramped.ts';
import { illegalMm, intrusion, isLegal, offGround } from './legal.ts';
import { type Layout, type PlacementModel, RASTER_MM } from './model.ts';
import { type Terms, termsOf, totalOf, type Weights } from './score.ts';
import { KeptSwing } from './swing.ts';

export interface Placed {
  layout: Layout;
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

/** What being in another's way costs, per mm, at the start and at the end. */
const [PENALTY_START, PENALTY_END] = [0.002, 0.3];

/**
 * Places the movable parts of a panel by simulated annealing: moves, swaps and turns, worse ones taken ever more seldom;
 * standing in each other's way costs ever more. Held parts stay. Deterministic for a seed.
 * Source: simulated annealing (Kirkpatrick, Gelatt & Vecchi 1983).
 * @param options `from` betters that layout instead of looking through all of them
 * @param onProgress share done; returning false stops with the best found so far
 * @example
 * place(model, weights, { seed: 1, steps: 200 }).legal; // true
 */
export function place(
  model: PlacementModel,
  weights: Weights,
  options: { seed: number; steps: number; from?: Layout; onProgress?: (share: number) => boolean },
): Placed {
  const random = seededRandom(options.seed).next;
  const free = model.movables.flatMap((m, i) => (m.held ? [] : [i]));
  const { box } = model;
  const [width, height] = [box.rightMm - box.leftMm, box.bottomMm - box.topMm];
  const start = options.from ?? startOf(model);
  const fallback = isLegal(model, start) ? copy(start) : null;
  const now = copy(options.from ?? randomLayout(model, random) ?? start);
  const cramped = new KeptCramped(model, now);
  const swing = new KeptSwing(model, now);
  const priced = (penalty: number) => {
    const total = totalOf(termsOf(model, now, cramped.share), weights);
    const offMm = illegalMm(model, now, swing.sum);
    return { total, offMm, price: total + penalty * offMm };
  };
  let best: Layout | null = fallback;
  let bestPrice = fallback ? totalOf(termsOf(model, fallback), weights) : Number.POSITIVE_INFINITY;
  const firstPenalty = options.from ? PENALTY_END : PENALTY_START;
  let penalty = firstPenalty;
  let current = priced(penalty).price;
  const { steps } = options;
  const hot = options.from ? 0.004 : 0.25;
  const cold = 0.0006;
  const widest = options.from ? 0.12 : 0.6;
  for (let step = 0; step < steps && free.length > 0; step++) {
    const share = step / steps;
    if (step % 2000 === 0) {
      penalty = firstPenalty * (PENALTY_END / firstPenalty) ** share;
      current = priced(penalty).price;
      if (options.onProgress && !options.onProgress(share)) break;
    }
    const temperature = hot * (cold / hot) ** share;
    const moved = [free[Math.floor(random() * free.length)]!];
    const i = moved[0]!;
    const kind = random();
    if (kind < 0.12 && free.length > 1) moved.push(free[Math.floor(random() * free.length)]!);
    const was = moved.map((n) => ({ x: now.x[n]!, y: now.y[n]!, t: now.turns[n]! }));
    if (moved.length > 1)
      moved.forEach((n, k) => {
        now.x[n] = was[1 - k]!.x;
        now.y[n] = was[1 - k]!.y;
      });
    else if (kind < 0.22) now.turns[i] = Math.floor(random() * 4);
    else {
      // Far at first, near at last.
      const reach = 0.03 + widest * (1 - share) ** 2;
      const { x, y, t } = was[0]!;
      const { x: hx, y: hy } = model.movables[i]!.half[t]!;
      const clamp = (v: number, low: number, high: number) => Math.max(low, Math.min(high, v));
      now.x[i] = snap(clamp(x + (random() - 0.5) * 2 * reach * width, box.leftMm + hx, box.rightMm - hx));
      now.y[i] = snap(clamp(y + (random() - 0.5) * 2 * reach * height, box.topMm + hy, box.bottomMm - hy));
    }
    for (const kept of [cramped, swing]) kept.moved(moved, was);
    const next = priced(penalty);
    if (next.price <= current || random() < Math.exp((current - next.price) / temperature)) {
      current = next.price;
      for (const kept of [cramped, swing]) kept.keep();
      if (share > 0.5 && next.total < bestPrice && isLegal(model, now, next.offMm)) {
        bestPrice = next.total;
        best = copy(now);
      }
    } else {
      moved.forEach((n, k) => {
        now.x[n] = was[k]!.x;
        now.y[n] = was[k]!.y;
        now.turns[n] = was[k]!.t;
      });
      for (const kept of [cramped, swing]) kept.takeBack(moved);
    }
  }
  const layout = best ?? now;
  const terms = termsOf(model, layout);
  return {
    layout,
    moves: movesOf(model, layout),
    terms,
    total: totalOf(terms, weights),
    legal: isLegal(model, layout),
  };
}

/** A layout as moves of those parts that change their place. */
export function movesOf(model: PlacementModel, layout: Layout): Move[] {
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
