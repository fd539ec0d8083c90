import { bestChoice, choicesWorth, type KnapsackItem, knapsackTable } from './knapsack.ts';
import { type CutPattern, type CutProblem, type CutStock, patternCost, takenMm } from './problem.ts';

/** What is still to be cut and still to be had. */
export interface Remaining {
  demands: readonly number[];
  counts: readonly number[];
}

interface Way {
  capacityMm: number;
  /** Worth a millimetre taken costs in this way, thousandths. */
  perMm: number;
  fixed: number;
}

/**
 * The two ways a rod may end: with a rest worth keeping, when every millimetre taken counts; or used up, when the whole
 * rod counts whatever is taken.
 */
function waysOf(stock: CutStock, kerfMm: number): Way[] {
  const ways: Way[] = [
    {
      capacityMm: stock.lengthMm + kerfMm,
      perMm: 0,
      fixed: 1000 * stock.openMm + stock.weightPermille * stock.lengthMm,
    },
  ];
  if (stock.lengthMm > stock.minUsefulMm)
    ways.push({
      capacityMm: stock.lengthMm - stock.minUsefulMm,
      perMm: stock.weightPermille,
      fixed: 1000 * stock.openMm,
    });
  return ways;
}

function itemsFor(
  problem: CutProblem,
  remaining: Remaining,
  worth: ArrayLike<number>,
  way: Way,
  losersToo = false,
): KnapsackItem[] {
  const items: KnapsackItem[] = [];
  problem.orders.forEach((o, order) => {
    const sizeMm = o.lengthMm + problem.kerfMm;
    const gain = worth[order]! - way.perMm * sizeMm;
    const most = Math.min(remaining.demands[order]!, Math.floor(way.capacityMm / sizeMm));
    if (most > 0 && (losersToo || gain > 1e-7)) items.push({ order, sizeMm, most, worth: gain });
  });
  return items.sort((a, b) => b.worth / b.sizeMm - a.worth / a.sizeMm || a.order - b.order);
}

const patternOf = (stock: number, items: readonly KnapsackItem[], counts: readonly number[]): CutPattern => ({
  stock,
  pieces: items.flatMap((item, i): [number, number][] => (counts[i]! > 0 ? [[item.order, counts[i]!]] : [])),
});

export interface Priced {
  pattern: CutPattern;
  /** Its true cost less the worth of its pieces, thousandths. */
  reducedCost: number;
}

/**
 * The pattern of one stock that gains most at the worths given, and a bound no pattern of it lies below.
 * @param worth of one piece of each order, thousandths of a millimetre
 */
export function bestPattern(
  problem: CutProblem,
  stock: number,
  remaining: Remaining,
  worth: ArrayLike<number>,
): { best: Priced | null; boundCost: number } {
  const made = problem.stocks[stock]!;
  let best: Priced | null = null;
  let boundCost = Number.POSITIVE_INFINITY;
  for (const way of waysOf(made, problem.kerfMm)) {
    const items = itemsFor(problem, remaining, worth, way);
    if (items.length === 0) continue;
    const total = items.reduce((s, i) => s + i.sizeMm * i.most, 0);
    let counts: number[];
    if (total <= way.capacityMm) {
      counts = items.map((i) => i.most);
      boundCost = Math.min(boundCost, way.fixed - items.reduce((s, i) => s + i.worth * i.most, 0));
    } else {
      const table = knapsackTable(items, way.capacityMm);
      boundCost = Math.min(boundCost, way.fixed - table.best[table.capacity]!);
      counts = bestChoice(table, table.capacity);
      if (!table.sharp) fitInto(items, counts, way.capacityMm);
    }
    const priced = price(problem, patternOf(stock, items, counts), worth);
    if (!best || priced.reducedCost < best.reducedCost) best = priced;
  }
  return { best, boundCost };
}

/** Takes pieces out, least dense first, until the rest fits: sizes rounded down promise too much. */
function fitInto(items: readonly KnapsackItem[], counts: number[], capacityMm: number): void {
  let taken = items.reduce((s, item, i) => s + item.sizeMm * counts[i]!, 0);
  for (let i = items.length - 1; i >= 0 && taken > capacityMm; i--)
    while (counts[i]! > 0 && taken > capacityMm) {
      counts[i]!--;
      taken -= items[i]!.sizeMm;
    }
}

/** A pattern filled by falling worth a millimetre: quick, and often good enough to go on with. */
export function greedyPattern(
  problem: CutProblem,
  stock: number,
  remaining: Remaining,
  worth: ArrayLike<number>,
): Priced | null {
  let best: Priced | null = null;
  for (const way of waysOf(problem.stocks[stock]!, problem.kerfMm)) {
    const items = itemsFor(problem, remaining, worth, way);
    let room = way.capacityMm;
    const counts = items.map((item) => {
      const n = Math.min(item.most, Math.floor(room / item.sizeMm));
      room -= n * item.sizeMm;
      return n;
    });
    if (!counts.some((n) => n > 0)) continue;
    const priced = price(problem, patternOf(stock, items, counts), worth);
    if (!best || priced.reducedCost < best.reducedCost) best = priced;
  }
  return best;
}

export const price = (problem: CutProblem, pattern: CutPattern, worth: ArrayLike<number>): Priced => ({
  pattern,
  reducedCost: patternCost(problem, pattern) - pattern.pieces.reduce((s, [order, n]) => s + n * worth[order]!, 0),
});

/**
 * Every pattern of one stock whose reduced cost is at most `mostCost`, but the empty one.
 * @returns null when there are too many, or sizes too fine, to name them all
 */
export function allWithin(
  problem: CutProblem,
  stock: number,
  remaining: Remaining,
  worth: ArrayLike<number>,
  mostCost: number,
  limit: number,
): Priced[] | null {
  return within(problem, stock, remaining, worth, null, mostCost, limit);
}

/** The same for those that hold a given order. */
export function patternsWithin(
  problem: CutProblem,
  stock: number,
  remaining: Remaining,
  worth: ArrayLike<number>,
  order: number,
  mostCost: number,
  limit: number,
): Priced[] | null {
  return within(problem, stock, remaining, worth, order, mostCost, limit);
}

function within(
  problem: CutProblem,
  stock: number,
  remaining: Remaining,
  worth: ArrayLike<number>,
  held: number | null,
  mostCost: number,
  limit: number,
): Priced[] | null {
  const made = problem.stocks[stock]!;
  const longest = made.lengthMm + problem.kerfMm;
  const heldMm = held === null ? 0 : problem.orders[held]!.lengthMm + problem.kerfMm;
  const rest =
    held === null ? remaining : { ...remaining, demands: remaining.demands.map((d, i) => (i === held ? d - 1 : d)) };
  const seen = new Map<string, Priced>();
  for (const way of waysOf(made, problem.kerfMm)) {
    const room = way.capacityMm - heldMm;
    if (room < 0) continue;
    const gainOfHeld = held === null ? 0 : worth[held]! - way.perMm * heldMm;
    // Pieces that gain nothing by themselves may still stand in a plan that is good as a whole.
    const items = itemsFor(problem, rest, worth, { ...way, capacityMm: room }, true);
    const table = knapsackTable(items, room);
    if (!table.sharp) return null;
    const least = way.fixed - gainOfHeld - mostCost - 1e-6;
    const good = choicesWorth(table, table.capacity, least, limit, (counts) => {
      const pattern = patternOf(stock, items, counts);
      if (held !== null) {
        const own = pattern.pieces.find(([o]) => o === held);
        if (own) own[1]++;
        else pattern.pieces.push([held, 1]);
      }
      if (pattern.pieces.length === 0 || takenMm(problem, pattern) > longest) return;
      const priced = price(problem, pattern, worth);
      if (priced.reducedCost > mostCost + 1e-6) return;
      const key = [...pattern.pieces].sort((a, b) => a[0] - b[0]).join(' ');
      seen.set(key, priced);
    });
    if (!good) return null;
  }
  return [...seen.values()];
}
