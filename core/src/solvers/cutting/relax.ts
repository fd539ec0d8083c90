import { ColumnLp } from '../columnLp.ts';
import { bestPattern, greedyPattern, type Remaining } from './pricing.ts';
import { type CutPattern, type CutProblem, patternCost } from './problem.ts';

/** What the relaxation says: a bound, what each piece and each rod is worth at it, and the patterns it is made of. */
export interface Relaxed {
  bound: number;
  /** Of one piece of each order, thousandths of a weighted millimetre. */
  worth: Float64Array;
  /** Of one more rod of each stock; at most 0. */
  supplyWorth: Float64Array;
  solution: { pattern: CutPattern; value: number }[];
}

/** Patterns met so far: every relaxation starts from them. */
export class PatternPool {
  private readonly patterns = new Map<string, CutPattern>();

  keep(pattern: CutPattern): void {
    const pieces = [...pattern.pieces].sort((a, b) => a[0] - b[0]).map((p) => p.join('x'));
    this.patterns.set(`${pattern.stock}:${pieces.join(',')}`, pattern);
  }

  values(): Iterable<CutPattern> {
    return this.patterns.values();
  }
}

/** The linear relaxation with all patterns, by generating those that pay. @returns null when nothing covers it */
export function relax(
  problem: CutProblem,
  pool: PatternPool,
  remaining: Remaining,
  checkTime: () => void,
): Relaxed | null {
  const orders = problem.orders.map((_, i) => i).filter((i) => remaining.demands[i]! > 0);
  const finite = problem.stocks.map((_, k) => k).filter((k) => problem.stocks[k]!.count !== Number.POSITIVE_INFINITY);
  const rowOf = new Map(orders.map((o, r) => [o, r]));
  const supplyRow = new Map(finite.map((k, r) => [k, orders.length + r]));
  const lp = new ColumnLp(
    orders.map((o) => remaining.demands[o]!),
    finite.map((k) => remaining.counts[k]!),
  );
  const patterns: CutPattern[] = [];
  const put = (pattern: CutPattern) => {
    const rows = pattern.pieces.map(([order, n]): [number, number] => [rowOf.get(order)!, n]);
    const supply = supplyRow.get(pattern.stock);
    if (supply !== undefined) rows.push([supply, 1]);
    lp.add({ cost: patternCost(problem, pattern) / 1000, rows });
    patterns.push(pattern);
  };
  for (const pattern of pool.values())
    if (remaining.counts[pattern.stock]! > 0 && pattern.pieces.every(([o, n]) => n <= remaining.demands[o]!))
      put(pattern);
  const worth = new Float64Array(problem.orders.length);
  const supplyWorth = new Float64Array(problem.stocks.length);
  for (;;) {
    checkTime();
    lp.optimise();
    const y = lp.duals();
    for (const [o, r] of rowOf) worth[o] = Math.max(0, y[r]! * 1000);
    for (const [k, r] of supplyRow) supplyWorth[k] = Math.min(0, y[r]! * 1000);
    let added = 0;
    const open = [...problem.stocks.keys()].filter((k) => remaining.counts[k]! > 0);
    for (const k of open) {
      const quick = greedyPattern(problem, k, remaining, worth);
      if (quick && quick.reducedCost - supplyWorth[k]! < -0.5) {
        pool.keep(quick.pattern);
        put(quick.pattern);
        added++;
      }
    }
    if (added > 0) continue;
    // Nothing quick pays: the exact knapsack says whether anything does, and how much at most.
    let missing = 0;
    for (const k of open) {
      const { best, boundCost } = bestPattern(problem, k, remaining, worth);
      const below = Math.min(0, boundCost - supplyWorth[k]!);
      missing += below * remaining.counts[k]!;
      if (best && best.reducedCost - supplyWorth[k]! < -1e-3) {
        pool.keep(best.pattern);
        put(best.pattern);
        added++;
      }
    }
    if (added > 0) continue;
    if (lp.uncovered()) return null;
    let bound = missing;
    for (const o of orders) bound += worth[o]! * remaining.demands[o]!;
    for (const k of finite) bound += supplyWorth[k]! * remaining.counts[k]!;
    return {
      bound,
      worth,
      supplyWorth,
      solution: lp.solution().map(({ column, value }) => ({ pattern: patterns[column]!, value })),
    };
  }
}
