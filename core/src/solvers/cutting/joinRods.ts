import { allWithin, type Priced, price, type Remaining } from './pricing.ts';
import { type CutPattern, type CutProblem, takenMm } from './problem.ts';
import type { Relaxed } from './relax.ts';

const JOINED_MAX = 60_000;
const RODS_MAX = 12;

/** Rods whose patterns are listed, each as often as it is there, and the one that takes what they leave. */
export interface RodsToJoin {
  rods: number[];
  sink: number;
}

/**
 * Whether a problem can be solved by joining rods: few short ones, and one long enough for whatever they leave; or all of
 * them finite, the longest taking the rest. @returns null when it cannot
 */
export function rodsToJoin(problem: CutProblem, whole: Remaining): RodsToJoin | null {
  const total = problem.orders.reduce((s, o, i) => s + (o.lengthMm + problem.kerfMm) * whole.demands[i]!, 0);
  const there = problem.stocks.map((s, k) => ({ ...s, k })).filter((s) => whole.counts[s.k]! > 0);
  const long = there
    .filter((s) => s.lengthMm - s.minUsefulMm >= total)
    .sort((a, b) => a.weightPermille - b.weightPermille || a.openMm - b.openMm);
  // What no other rod takes lies on one: a long one that takes anything, else the longest there is.
  const sink = long[0] ?? [...there].sort((a, b) => b.lengthMm - a.lengthMm)[0]!;
  if (!long[0] && there.some((s) => s.count === Number.POSITIVE_INFINITY)) return null;
  // A long rod no cheaper in any way than the one chosen is never needed beside it.
  const needed = there.filter((s) => s === sink || !long.includes(s) || s.openMm < sink.openMm);
  const short = needed.flatMap((s) => {
    const times = whole.counts[s.k]! - (s === sink ? 1 : 0);
    return s === sink && long[0] ? [] : times > 0 ? [{ ...s, times }] : [];
  });
  if (short.some((s) => s.count === Number.POSITIVE_INFINITY)) return null;
  const rods = short.flatMap((s) => Array.from({ length: s.times }, () => s.k));
  if (rods.length > RODS_MAX) return null;
  return { rods, sink: sink.k };
}

/**
 * The best plan within a distance of the bound: every pattern of every rod that near, joined rod by rod, and what is left
 * from the sink. @returns null when there is none; `undefined` when there are too many patterns to say
 */
export function bestWithin(
  problem: CutProblem,
  { rods, sink }: RodsToJoin,
  whole: Remaining,
  root: Relaxed,
  most: number,
  step: number,
  checkTime: () => void,
): CutPattern[] | null | undefined {
  const lists: Priced[][] = [];
  for (const k of new Set(rods)) {
    checkTime();
    const list = nearPatterns(problem, k, whole, root, most);
    if (!list) return undefined;
    for (const r of rods) if (r === k) lists.push(list);
  }
  lists.sort((a, b) => a.length - b.length);
  return join(problem, lists, whole, root, sink, most, step, checkTime);
}

/** Every pattern of one rod near enough, the empty one (the rod not started) among them, best first. */
function nearPatterns(problem: CutProblem, k: number, whole: Remaining, root: Relaxed, most: number): Priced[] | null {
  const shift = root.supplyWorth[k]!;
  const list = allWithin(problem, k, whole, root.worth, most + shift + 1e-3, JOINED_MAX);
  if (!list) return null;
  const priced = list.map((p) => ({ ...p, reducedCost: p.reducedCost - shift }));
  if (-shift <= most + 1e-3) priced.push({ pattern: { stock: k, pieces: [] }, reducedCost: -shift });
  return priced.sort((a, b) => a.reducedCost - b.reducedCost);
}

/** The cheapest way to join one pattern of each list with the rest on the long rod, within `most` of the bound. */
function join(
  problem: CutProblem,
  lists: readonly Priced[][],
  whole: Remaining,
  root: Relaxed,
  sink: number,
  most: number,
  step: number,
  checkTime: () => void,
): CutPattern[] | null {
  const demands = [...whole.demands];
  const chosen: CutPattern[] = [];
  let best: CutPattern[] | null = null;
  let limit = most + 1e-3;
  let steps = 0;
  const rest = (): { pattern: CutPattern; reducedCost: number } => {
    const pattern: CutPattern = {
      stock: sink,
      pieces: demands.flatMap((d, o): [number, number][] => (d > 0 ? [[o, d]] : [])),
    };
    if (pattern.pieces.length === 0) return { pattern, reducedCost: -root.supplyWorth[sink]! };
    if (takenMm(problem, pattern) > problem.stocks[sink]!.lengthMm + problem.kerfMm)
      return { pattern, reducedCost: Number.POSITIVE_INFINITY };
    return { pattern, reducedCost: price(problem, pattern, root.worth).reducedCost - root.supplyWorth[sink]! };
  };
  const walk = (level: number, spent: number): void => {
    if (level === lists.length) {
      const last = rest();
      const all = spent + last.reducedCost;
      if (all > limit) return;
      limit = all - step + 1e-3;
      best = [...chosen, last.pattern].filter((p) => p.pieces.length > 0);
      return;
    }
    for (const { pattern, reducedCost } of lists[level]!) {
      if (spent + reducedCost > limit) return;
      if ((++steps & 0xffff) === 0) checkTime();
      let fits = true;
      for (const [o, n] of pattern.pieces)
        if (demands[o]! < n) {
          fits = false;
          break;
        }
      if (!fits) continue;
      for (const [o, n] of pattern.pieces) demands[o]! -= n;
      chosen.push(pattern);
      walk(level + 1, spent + reducedCost);
      chosen.pop();
      for (const [o, n] of pattern.pieces) demands[o]! += n;
    }
  };
  walk(0, 0);
  return best;
}
