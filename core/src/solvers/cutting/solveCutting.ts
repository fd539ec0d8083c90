import { firstPlan, lengthBound, longestOrder } from './firstPlan.ts';
import { bestWithin, rodsToJoin } from './joinRods.ts';
import { type Priced, patternsWithin, type Remaining } from './pricing.ts';
import { type CutPattern, type CutProblem, cutProblems, patternCost, planCost } from './problem.ts';
import { PatternPool, type Relaxed, relax } from './relax.ts';

export interface CutSolution {
  plan: CutPattern[];
  /** In thousandths of a weighted millimetre. */
  cost: number;
  /** Nothing can cost less than this. */
  bound: number;
  optimal: boolean;
  /** How far the plan may lie above the best there is, as a share of its cost; 0 when proven. */
  gapShare: number;
}

export interface CutLimits {
  /** Asked now and then; false stops the search with the best plan so far and its gap. */
  keepOn?: () => boolean;
  onProgress?: (now: { cost: number; bound: number }) => void;
  /** A gap that is good enough; 0 searches for the proof. */
  gapShare?: number;
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
const PATTERNS_MAX = 4000;
const NODES_MAX = 4000;

class Stopped extends Error {}

/**
 * Cuts orders from mixed stock at least cost: column generation for the bound, diving for the plan, and branching over
 * the patterns near enough to the bound for the proof. Costs are whole numbers, so a bound within one step is a proof.
 * Source: Gilmore and Gomory (1961, 1963) for the columns; branching over all columns inside the gap after Baldacci and
 * others (2008), from memory.
 * @throws RangeError naming what is wrong with the problem
 */
export function solveCutting(problem: CutProblem, limits: CutLimits = {}): CutSolution {
  const wrong = cutProblems(problem);
  if (wrong.length > 0) throw new RangeError(wrong.join('; '));
  return new Search(problem, limits).run();
}

class Search {
  private best: CutPattern[] = [];
  private bestCost = Number.POSITIVE_INFINITY;
  private bound = 0;
  private nodes = 0;
  private proven = true;
  private readonly pool = new PatternPool();
  /** All costs are multiples of this. */
  private readonly step: number;

  constructor(
    private readonly problem: CutProblem,
    private readonly limits: CutLimits,
  ) {
    const size = problem.orders.reduce((g, o) => gcd(g, o.lengthMm + problem.kerfMm), 0);
    this.step = problem.stocks.reduce((g, s) => {
      const usedUp = gcd(g, 1000 * s.openMm + s.weightPermille * s.lengthMm);
      // A rod with no useful rest costs the same however it is cut.
      return s.minUsefulMm >= s.lengthMm ? usedUp : gcd(gcd(usedUp, 1000 * s.openMm), s.weightPermille * size);
    }, 0);
  }

  run(): CutSolution {
    const { orders, stocks } = this.problem;
    if (orders.length === 0) return { plan: [], cost: 0, bound: 0, optimal: true, gapShare: 0 };
    const all = orders.reduce((s, o) => s + o.count, 0);
    const whole: Remaining = {
      demands: orders.map((o) => o.count),
      counts: stocks.map((s) => Math.min(s.count, all)),
    };
    const keep = (pattern: CutPattern) => this.pool.keep(pattern);
    this.raise(lengthBound(this.problem, whole));
    for (const lean of [0, 0.02, 0.15, -0.02]) if (!this.done()) this.offer(firstPlan(this.problem, whole, lean, keep));
    // Rods filled as full as they go: what is left over elsewhere may otherwise run short.
    const full = { ...this.problem, stocks: stocks.map((s) => ({ ...s, minUsefulMm: s.lengthMm })) };
    for (const lean of [0, 0.15]) if (!this.done()) this.offer(firstPlan(full, whole, lean, keep));
    try {
      if (!this.done()) this.prove(whole);
    } catch (error) {
      if (!(error instanceof Stopped)) throw error;
    }
    if (this.best.length === 0) throw new RangeError('the stock is too short for the orders');
    const gap = Math.max(0, this.bestCost - this.bound);
    const optimal = gap < this.step;
    return {
      plan: this.best,
      cost: this.bestCost,
      bound: optimal ? this.bestCost : this.bound,
      optimal,
      gapShare: optimal || this.bestCost === 0 ? 0 : gap / this.bestCost,
    };
  }

  private done(): boolean {
    const gap = this.bestCost - this.bound;
    return this.best.length > 0 && (gap < this.step || gap <= (this.limits.gapShare ?? 0) * this.bestCost);
  }

  private raise(bound: number): void {
    // Costs are multiples of the step: a bound rises to the next one.
    const whole = Math.ceil(bound / this.step - 1e-5) * this.step;
    if (whole > this.bound) {
      this.bound = whole;
      this.tell();
    }
  }

  private offer(plan: CutPattern[] | null): void {
    if (!plan) return;
    const cost = planCost(this.problem, plan);
    if (cost >= this.bestCost) return;
    this.best = plan;
    this.bestCost = cost;
    this.tell();
  }

  private tell(): void {
    this.limits.onProgress?.({ cost: this.bestCost, bound: this.bound });
  }

  private checkTime(): void {
    if (this.limits.keepOn && !this.limits.keepOn()) throw new Stopped();
  }

  private relaxed(remaining: Remaining): Relaxed | null {
    return relax(this.problem, this.pool, remaining, () => this.checkTime());
  }

  /** Takes the relaxation's own patterns one after the other, relaxing again each time. */
  private dive(remaining: Remaining, first: Relaxed): CutPattern[] | null {
    const plan: CutPattern[] = [];
    let now = remaining;
    let relaxed: Relaxed | null = first;
    while (now.demands.some((d) => d > 0)) {
      if (!relaxed) return null;
      const sorted = [...relaxed.solution].sort((a, b) => b.value - a.value);
      const demands = [...now.demands];
      const counts = [...now.counts];
      const take = (pattern: CutPattern, times: number) => {
        let n = Math.min(times, counts[pattern.stock]!);
        for (const [o, each] of pattern.pieces) n = Math.min(n, Math.floor(demands[o]! / each));
        for (let t = 0; t < n; t++) plan.push(pattern);
        counts[pattern.stock]! -= n;
        for (const [o, each] of pattern.pieces) demands[o]! -= each * n;
        return n;
      };
      let taken = 0;
      for (const { pattern, value } of sorted) taken += take(pattern, Math.floor(value + 1e-6));
      if (taken === 0)
        for (const { pattern } of sorted)
          if (take(pattern, 1) > 0) {
            taken = 1;
            break;
          }
      if (taken === 0) return null;
      now = { demands, counts };
      if (demands.some((d) => d > 0)) relaxed = this.relaxed(now);
    }
    return plan;
  }

  private prove(whole: Remaining): void {
    const root = this.relaxed(whole);
    if (!root) throw new RangeError('the stock is too short for the orders');
    this.raise(root.bound);
    if (this.done()) return;
    this.offer(this.dive(whole, root));
    if (this.done()) return;
    if (this.close(whole, root)) return;
    this.branch(whole, [], 0, root);
    if (this.proven) this.raise(this.bestCost);
  }

  /** Looks for the best plan within a growing distance of the bound. @returns whether it was found and proven */
  private close(whole: Remaining, root: Relaxed): boolean {
    const together = rodsToJoin(this.problem, whole);
    if (!together) return false;
    for (let reach = 4 * this.step; ; reach *= 4) {
      const most = Math.min(reach, this.bestCost - this.step - root.bound);
      if (most >= -1e-3) {
        const found = bestWithin(this.problem, together, whole, root, most, this.step, () => this.checkTime());
        if (found === undefined) return false;
        this.offer(found);
        if (!found && most === reach) {
          this.raise(root.bound + most + this.step * 1e-4);
          continue;
        }
      }
      // Nothing better lies within what was searched, and what was searched reaches the best plan.
      this.raise(this.bestCost);
      return true;
    }
  }

  /** All patterns that hold the longest piece left and can still lie in a better plan. */
  private branch(remaining: Remaining, fixed: readonly CutPattern[], fixedCost: number, relaxed: Relaxed): void {
    const { problem } = this;
    this.checkTime();
    const gap = this.bestCost - this.step - fixedCost - relaxed.bound;
    if (gap < -1e-3) return;
    const order = longestOrder(problem, remaining.demands);
    const children: Priced[] = [];
    for (const k of problem.stocks.keys()) {
      if (remaining.counts[k]! <= 0) continue;
      const shift = relaxed.supplyWorth[k]!;
      const within = patternsWithin(problem, k, remaining, relaxed.worth, order, gap + shift + 1e-3, PATTERNS_MAX);
      if (!within) {
        this.proven = false;
        return;
      }
      for (const p of within) children.push({ ...p, reducedCost: p.reducedCost - shift });
    }
    children.sort((a, b) => a.reducedCost - b.reducedCost);
    for (const { pattern, reducedCost } of children) {
      if (fixedCost + relaxed.bound + reducedCost > this.bestCost - this.step + 1e-3) return;
      if (++this.nodes > NODES_MAX) {
        this.proven = false;
        return;
      }
      const demands = [...remaining.demands];
      for (const [o, n] of pattern.pieces) demands[o]! -= n;
      const counts = [...remaining.counts];
      counts[pattern.stock]!--;
      const plan = [...fixed, pattern];
      const cost = fixedCost + patternCost(problem, pattern);
      if (!demands.some((d) => d > 0)) {
        this.offer(plan);
        continue;
      }
      const next = { demands, counts };
      const child = this.relaxed(next);
      if (!child || cost + child.bound > this.bestCost - this.step + 1e-3) continue;
      const dived = this.dive(next, child);
      if (dived) this.offer([...plan, ...dived]);
      if (this.bestCost - this.bound < this.step) return;
      this.branch(next, plan, cost, child);
    }
  }
}
