import { ColumnLp } from '../columnLp.ts';
import {
  allWithin,
  bestPattern,
  greedyPattern,
  type Priced,
  patternsWithin,
  price,
  type Remaining,
} from './pricing.ts';
import { type CutPattern, type CutProblem, cutProblems, patternCost, planCost, takenMm } from './problem.ts';

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
const JOINED_MAX = 60_000;
const RODS_MAX = 12;
/** Stocks looked at for the next rod of a first plan, cheapest first. */
const LOOKED_AT = 4;
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

interface Relaxed {
  bound: number;
  worth: Float64Array;
  supplyWorth: Float64Array;
  solution: { pattern: CutPattern; value: number }[];
}

class Search {
  private best: CutPattern[] = [];
  private bestCost = Number.POSITIVE_INFINITY;
  private bound = 0;
  private nodes = 0;
  private proven = true;
  private readonly pool = new Map<string, CutPattern>();
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
    this.raise(this.lengthBound(whole));
    for (const lean of [0, 0.02, 0.15, -0.02]) if (!this.done()) this.offer(this.fill(whole, lean, this.problem));
    // Rods filled as full as they go: what is left over elsewhere may otherwise run short.
    const full = { ...this.problem, stocks: stocks.map((s) => ({ ...s, minUsefulMm: s.lengthMm })) };
    for (const lean of [0, 0.15]) if (!this.done()) this.offer(this.fill(whole, lean, full));
    try {
      if (!this.done()) this.prove(whole);
    } catch (error) {
      if (!(error instanceof Stopped)) throw error;
      this.proven = false;
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

  /** What the length alone costs: stock taken up in part, cheapest millimetre first. */
  private lengthBound(whole: Remaining): number {
    const { orders, stocks } = this.problem;
    let left = orders.reduce((s, o, i) => s + o.lengthMm * whole.demands[i]!, 0);
    let cost = 0;
    for (const k of this.byRate()) {
      const most = stocks[k]!.lengthMm * whole.counts[k]!;
      const takes = Math.min(left, most);
      cost += takes * this.rate(k);
      left -= takes;
      if (left <= 0) break;
    }
    return cost;
  }

  private rate(k: number): number {
    const s = this.problem.stocks[k]!;
    return (1000 * s.openMm) / s.lengthMm + s.weightPermille;
  }

  private byRate(): number[] {
    return this.problem.stocks.map((_, k) => k).sort((a, b) => this.rate(a) - this.rate(b));
  }

  /** One plan after the other rod: each time the rod that saves most against the dearest stock needed. */
  private fill(whole: Remaining, lean: number, problem: CutProblem): CutPattern[] | null {
    const { orders, stocks, kerfMm } = problem;
    const demands = [...whole.demands];
    const counts = [...whole.counts];
    let left = orders.reduce((s, o, i) => s + (o.lengthMm + kerfMm) * demands[i]!, 0);
    let marginal = 0;
    for (const k of this.byRate()) {
      marginal = this.rate(k);
      left -= stocks[k]!.lengthMm * counts[k]!;
      if (left <= 0) break;
    }
    const longest = Math.max(...orders.map((o) => o.lengthMm));
    // Long pieces first, by a little or by much: they fit in few places.
    const worth = orders.map((o) => marginal * (o.lengthMm + kerfMm) * (1 + lean * (o.lengthMm / longest)));
    const plan: CutPattern[] = [];
    const order = this.byRate();
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
        const longestLeft = this.longest(demands);
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
      this.keep(pattern);
    }
    return plan;
  }

  private longest(demands: readonly number[]): number {
    const { orders } = this.problem;
    return demands.reduce((b, d, i) => (d > 0 && (b < 0 || orders[i]!.lengthMm > orders[b]!.lengthMm) ? i : b), -1);
  }

  private keep(pattern: CutPattern): void {
    const key = `${pattern.stock}:${[...pattern.pieces]
      .sort((a, b) => a[0] - b[0])
      .map((p) => p.join('x'))
      .join(',')}`;
    this.pool.set(key, pattern);
  }

  /** The linear relaxation with all patterns, by generating those that pay. @returns null when nothing covers it */
  private relax(remaining: Remaining): Relaxed | null {
    const { problem } = this;
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
    for (const pattern of this.pool.values())
      if (remaining.counts[pattern.stock]! > 0 && pattern.pieces.every(([o, n]) => n <= remaining.demands[o]!))
        put(pattern);
    const worth = new Float64Array(problem.orders.length);
    const supplyWorth = new Float64Array(problem.stocks.length);
    for (;;) {
      this.checkTime();
      lp.optimise();
      const y = lp.duals();
      for (const [o, r] of rowOf) worth[o] = Math.max(0, y[r]! * 1000);
      for (const [k, r] of supplyRow) supplyWorth[k] = Math.min(0, y[r]! * 1000);
      let added = 0;
      const open = [...problem.stocks.keys()].filter((k) => remaining.counts[k]! > 0);
      for (const k of open) {
        const quick = greedyPattern(problem, k, remaining, worth);
        if (quick && quick.reducedCost - supplyWorth[k]! < -0.5) {
          this.keep(quick.pattern);
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
          this.keep(best.pattern);
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
      if (demands.some((d) => d > 0)) relaxed = this.relax(now);
    }
    return plan;
  }

  private prove(whole: Remaining): void {
    const root = this.relax(whole);
    if (!root) throw new RangeError('the stock is too short for the orders');
    this.raise(root.bound);
    if (this.done()) return;
    this.offer(this.dive(whole, root));
    if (this.done()) return;
    if (this.close(whole, root)) return;
    this.branch(whole, [], 0, root);
    if (this.proven) this.raise(this.bestCost);
  }

  /**
   * Looks for the best plan within a growing distance of the bound: every pattern of every short rod that near, joined
   * rod by rod, and what is left from one rod long enough for all of it.
   * @returns whether the best plan was found and proven
   */
  private close(whole: Remaining, root: Relaxed): boolean {
    const { problem } = this;
    const total = problem.orders.reduce((s, o, i) => s + (o.lengthMm + problem.kerfMm) * whole.demands[i]!, 0);
    const there = problem.stocks.map((s, k) => ({ ...s, k })).filter((s) => whole.counts[s.k]! > 0);
    const long = there
      .filter((s) => s.lengthMm - s.minUsefulMm >= total)
      .sort((a, b) => a.weightPermille - b.weightPermille || a.openMm - b.openMm);
    // What no other rod takes lies on one: a long one that takes anything, else the longest there is.
    const sink = long[0] ?? [...there].sort((a, b) => b.lengthMm - a.lengthMm)[0]!;
    if (!long[0] && there.some((s) => s.count === Number.POSITIVE_INFINITY)) return false;
    // A long rod no cheaper in any way than the one chosen is never needed beside it.
    const needed = there.filter((s) => s === sink || !long.includes(s) || s.openMm < sink.openMm);
    const short = needed.flatMap((s) => {
      const times = whole.counts[s.k]! - (s === sink ? 1 : 0);
      return s === sink && long[0] ? [] : times > 0 ? [{ ...s, times }] : [];
    });
    if (short.some((s) => s.count === Number.POSITIVE_INFINITY)) return false;
    const rods = short.flatMap((s) => Array.from({ length: s.times }, () => s.k));
    if (rods.length > RODS_MAX) return false;
    for (let reach = 4 * this.step; ; reach *= 4) {
      const least = Math.min(reach, this.bestCost - this.step - root.bound);
      if (least < -1e-3) return this.raiseTo(this.bestCost);
      const lists: Priced[][] = [];
      for (const k of new Set(rods)) {
        this.checkTime();
        const list = this.within(k, whole, root, least);
        if (!list) return false;
        for (const r of rods) if (r === k) lists.push(list);
      }
      lists.sort((a, b) => a.length - b.length);
      const found = this.join(lists, whole, root, sink.k, least);
      if (found) this.offer(found);
      if (found || least < reach) return this.raiseTo(this.bestCost);
      this.raise(root.bound + least + this.step * 1e-4);
    }
  }

  private raiseTo(cost: number): boolean {
    this.raise(cost);
    return true;
  }

  /** Every pattern of one rod near enough, the empty one (the rod not started) among them, best first. */
  private within(k: number, whole: Remaining, root: Relaxed, most: number): Priced[] | null {
    const shift = root.supplyWorth[k]!;
    const list = allWithin(this.problem, k, whole, root.worth, most + shift + 1e-3, JOINED_MAX);
    if (!list) return null;
    const priced = list.map((p) => ({ ...p, reducedCost: p.reducedCost - shift }));
    if (-shift <= most + 1e-3) priced.push({ pattern: { stock: k, pieces: [] }, reducedCost: -shift });
    return priced.sort((a, b) => a.reducedCost - b.reducedCost);
  }

  /** The cheapest way to join one pattern of each list with the rest on the long rod, within `most` of the bound. */
  private join(
    lists: readonly Priced[][],
    whole: Remaining,
    root: Relaxed,
    sink: number,
    most: number,
  ): CutPattern[] | null {
    const { problem } = this;
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
        limit = all - this.step + 1e-3;
        best = [...chosen, last.pattern].filter((p) => p.pieces.length > 0);
        return;
      }
      for (const { pattern, reducedCost } of lists[level]!) {
        if (spent + reducedCost > limit) return;
        if ((++steps & 0xffff) === 0) this.checkTime();
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

  /** All patterns that hold the longest piece left and can still lie in a better plan. */
  private branch(remaining: Remaining, fixed: readonly CutPattern[], fixedCost: number, relaxed: Relaxed): void {
    const { problem } = this;
    this.checkTime();
    const gap = this.bestCost - this.step - fixedCost - relaxed.bound;
    if (gap < -1e-3) return;
    const order = this.longest(remaining.demands);
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
      const child = this.relax(next);
      if (!child || cost + child.bound > this.bestCost - this.step + 1e-3) continue;
      const dived = this.dive(next, child);
      if (dived) this.offer([...plan, ...dived]);
      if (this.bestCost - this.bound < this.step) return;
      this.branch(next, plan, cost, child);
    }
  }
}
