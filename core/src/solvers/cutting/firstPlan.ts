import { bestPattern, type Priced, type Remaining } from './pricing.ts';
import type { CutPattern, CutProblem } from './problem.ts';

/** Stocks looked at for the next rod, cheapest first. */
const LOOKED_AT = 4;

/** What a millimetre of a stock costs when the whole rod is used. */
export function rateOf(problem: CutProblem, k: number): number {
  const s = problem.stocks[k]!;
  return (1000 * s.openMm) / s.lengthMm + s.weightPermille;
}

export const stocksByRate = (problem: CutProblem): number[] =>
  problem.stocks.map((_, k) => k).sort((a, b) => rateOf(problem, a) - rateOf(problem, b));

/** The longest order of which something is left. */
export const longestOrder = ({ orders }: CutProblem, demands: readonly number[]): number =>
  demands.reduce((b, d, i) => (d > 0 && (b < 0 || orders[i]!.lengthMm > orders[b]!.lengthMm) ? i : b), -1);

/** What the length alone costs: stock taken up in part, cheapest millimetre first. No plan costs less. */
export function lengthBound(problem: CutProblem, whole: Remaining): number {
  let left = problem.orders.reduce((s, o, i) => s + o.lengthMm * whole.demands[i]!, 0);
  let cost = 0;
  for (const k of stocksByRate(problem)) {
    const takes = Math.min(left, problem.stocks[k]!.lengthMm * whole.counts[k]!);
    cost += takes * rateOf(problem, k);
    left -= takes;
    if (left <= 0) break;
  }
  return cost;
}

/**
 * A plan made rod after rod: each time the rod that saves most against the dearest stock needed.
 * @param lean how much more a long piece is worth a millimetre than a short one, at the longest
 * @returns null where the stock runs out on the way
 */
export function firstPlan(
  problem: CutProblem,
  whole: Remaining,
  lean: number,
  keep: (pattern: CutPattern) => void,
): CutPattern[] | null {
  const { orders, stocks, kerfMm } = problem;
  const demands = [...whole.demands];
  const counts = [...whole.counts];
  let left = orders.reduce((s, o, i) => s + (o.lengthMm + kerfMm) * demands[i]!, 0);
  let marginal = 0;
  for (const k of stocksByRate(problem)) {
    marginal = rateOf(problem, k);
    left -= stocks[k]!.lengthMm * counts[k]!;
    if (left <= 0) break;
  }
  const longest = Math.max(...orders.map((o) => o.lengthMm));
  // Long pieces first, by a little or by much: they fit in few places.
  const worth = orders.map((o) => marginal * (o.lengthMm + kerfMm) * (1 + lean * (o.lengthMm / longest)));
  const plan: CutPattern[] = [];
  const order = stocksByRate(problem);
  while (demands.some((d) => d > 0)) {
    let chosen: Priced | null = null;
    let looked = 0;
    for (const k of order) {
      if (counts[k] === 0) continue;
      if (++looked > LOOKED_AT) break;
      const { best } = bestPattern(problem, k, { demands, counts }, worth);
      if (best && (!chosen || best.reducedCost < chosen.reducedCost)) chosen = best;
    }
    if (!chosen) {
      // Nothing pays at these worths: the cheapest rod that takes the longest piece left.
      const longestLeft = longestOrder(problem, demands);
      const rod = order.find((k) => counts[k]! > 0 && stocks[k]!.lengthMm >= orders[longestLeft]!.lengthMm);
      if (rod === undefined) return null;
      chosen = { pattern: { stock: rod, pieces: [[longestLeft, 1]] }, reducedCost: 0 };
    }
    const { pattern } = chosen;
    let times = counts[pattern.stock]!;
    for (const [order, n] of pattern.pieces) times = Math.min(times, Math.floor(demands[order]! / n));
    for (let t = 0; t < times; t++) plan.push(pattern);
    counts[pattern.stock]! -= times;
    for (const [order, n] of pattern.pieces) demands[order]! -= n * times;
    keep(pattern);
  }
  return plan;
}
