/** One-dimensional cutting from mixed stock: pieces of given lengths out of rods, reels and remnants of given lengths. */
export interface CutOrder {
  lengthMm: number;
  count: number;
}

/** Stock of one length that counts the same; `count` may be infinite for what can be bought. */
export interface CutStock {
  lengthMm: number;
  count: number;
  /** What starting one costs, in millimetres of weight 1000: the walk to it, the preference for older ones. */
  openMm: number;
  /** Thousandths a millimetre of it counts: below 1000 for what should be used up first. */
  weightPermille: number;
  /** A rest shorter than this is scrap; a longer one stays and counts nothing. */
  minUsefulMm: number;
}

export interface CutProblem {
  orders: readonly CutOrder[];
  stocks: readonly CutStock[];
  /** What the saw takes at every cut; 0 for shears. */
  kerfMm: number;
}

/** One rod cut: how many of each order come out of it. */
export interface CutPattern {
  stock: number;
  /** Pieces by order index. */
  pieces: [order: number, count: number][];
}

/** Millimetres a pattern takes with its saw cuts. */
export const takenMm = (problem: CutProblem, pattern: CutPattern): number =>
  pattern.pieces.reduce((s, [order, n]) => s + n * (problem.orders[order]!.lengthMm + problem.kerfMm), 0);

/**
 * What stays of the rod after `takenMm`, mm; the last cut may fall off its end.
 * @example
 * restMm({ lengthMm: 1000, useUp: false }, 400); // 600
 */
export const restMm = (stock: CutStock, takenMm: number): number => Math.max(0, stock.lengthMm - takenMm);

/**
 * Cost of a rod with so much taken from it, in thousandths of a millimetre: a whole number, so that sums compare exactly.
 * A rest worth keeping costs nothing; scrap costs like what was cut.
 */
export function rodCost(stock: CutStock, takenMm: number): number {
  const rest = restMm(stock, takenMm);
  const used = rest >= stock.minUsefulMm ? stock.lengthMm - rest : stock.lengthMm;
  return 1000 * stock.openMm + stock.weightPermille * used;
}

export const patternCost = (problem: CutProblem, pattern: CutPattern): number =>
  rodCost(problem.stocks[pattern.stock]!, takenMm(problem, pattern));

export const planCost = (problem: CutProblem, plan: readonly CutPattern[]): number =>
  plan.reduce((s, p) => s + patternCost(problem, p), 0);

const whole = (x: number, least: number) => Number.isInteger(x) && x >= least;

/** What is wrong with a problem, in words; empty when nothing is. */
export function cutProblems({ orders, stocks, kerfMm }: CutProblem): string[] {
  const found: string[] = [];
  const want = (good: boolean, field: string, value: number, accepted: string) => {
    if (!good) found.push(`${field} is ${value}; accepted: ${accepted}`);
  };
  want(whole(kerfMm, 0), 'kerfMm', kerfMm, 'a whole number of mm from 0');
  orders.forEach((o, i) => {
    want(whole(o.lengthMm, 1), `orders[${i}].lengthMm`, o.lengthMm, 'a whole number of mm from 1');
    want(whole(o.count, 1), `orders[${i}].count`, o.count, 'a whole number from 1');
    if (whole(o.lengthMm, 1) && !stocks.some((s) => s.lengthMm >= o.lengthMm && s.count > 0))
      found.push(`orders[${i}]: ${o.lengthMm} mm is longer than every stock`);
  });
  stocks.forEach((s, i) => {
    want(whole(s.lengthMm, 1), `stocks[${i}].lengthMm`, s.lengthMm, 'a whole number of mm from 1');
    want(
      whole(s.count, 0) || s.count === Number.POSITIVE_INFINITY,
      `stocks[${i}].count`,
      s.count,
      'a whole number from 0, or infinite',
    );
    want(whole(s.openMm, 0), `stocks[${i}].openMm`, s.openMm, 'a whole number of mm from 0');
    want(whole(s.weightPermille, 1), `stocks[${i}].weightPermille`, s.weightPermille, 'a whole number from 1');
    want(whole(s.minUsefulMm, 0), `stocks[${i}].minUsefulMm`, s.minUsefulMm, 'a whole number of mm from 0');
  });
  return found;
}
