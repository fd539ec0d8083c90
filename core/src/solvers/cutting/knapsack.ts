/** An order as the knapsack sees it: size with its saw cut, how many at most, and what one is worth now. */
export interface KnapsackItem {
  order: number;
  sizeMm: number;
  most: number;
  worth: number;
}

/** Best worth from item i on within each capacity, in steps of the common divisor; rows of one flat array. */
export interface KnapsackTable {
  items: readonly KnapsackItem[];
  stepMm: number;
  width: number;
  best: Float64Array;
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
/** Entries a table may have: beyond it sizes are rounded down, which keeps the bound true but no longer sharp. */
const ENTRIES_MAX = 6_000_000;

/**
 * Bounded knapsack by dynamic programming from the last item to the first.
 * Source: Bellman's recursion; sizes are divided by their common divisor.
 * @returns the table, with `sharp` false where sizes had to be rounded down (a relaxation)
 */
export function knapsackTable(
  items: readonly KnapsackItem[],
  capacityMm: number,
): KnapsackTable & { sharp: boolean; capacity: number } {
  const total = items.reduce((s, i) => s + i.sizeMm * i.most, 0);
  const room = Math.min(capacityMm, total);
  let stepMm = items.reduce((g, i) => gcd(g, i.sizeMm), 0) || 1;
  let sharp = true;
  while ((items.length + 1) * (Math.floor(room / stepMm) + 1) > ENTRIES_MAX) {
    stepMm *= 2;
    sharp = false;
  }
  const capacity = Math.floor(room / stepMm);
  const width = capacity + 1;
  const best = new Float64Array((items.length + 1) * width);
  for (let i = items.length - 1; i >= 0; i--) {
    const { sizeMm, most, worth } = items[i]!;
    const size = Math.max(1, Math.floor(sizeMm / stepMm));
    const row = i * width;
    const next = row + width;
    best.copyWithin(row, next, next + width);
    // Copies are put in by powers of two, so that a hundred equal pieces cost seven passes.
    let left = most;
    for (let pack = 1; left > 0; pack *= 2) {
      const n = Math.min(pack, left);
      left -= n;
      const takes = n * size;
      const gives = n * worth;
      for (let c = capacity; c >= takes; c--) {
        const withIt = best[row + c - takes]! + gives;
        if (withIt > best[row + c]!) best[row + c] = withIt;
      }
    }
  }
  return { items, stepMm, width, best, sharp, capacity };
}

/** The best choice of a table: counts by item. */
export function bestChoice(table: KnapsackTable, capacity: number): number[] {
  const { items, stepMm, width, best } = table;
  let c = capacity;
  return items.map((item, i) => {
    const size = Math.max(1, Math.floor(item.sizeMm / stepMm));
    const want = best[i * width + c]!;
    for (let n = 0; n <= item.most && n * size <= c; n++)
      if (
        Math.abs(best[(i + 1) * width + c - n * size]! + n * item.worth - want) <=
        1e-9 * Math.max(1, Math.abs(want))
      ) {
        c -= n * size;
        return n;
      }
    return 0;
  });
}

/**
 * Every choice worth at least `least`, the table being the sharp bound of what can still be gained.
 * @returns false when there were more than `most` of them
 */
export function choicesWorth(
  table: KnapsackTable,
  capacity: number,
  least: number,
  most: number,
  give: (counts: readonly number[]) => void,
): boolean {
  const { items, stepMm, width, best } = table;
  const counts = new Array<number>(items.length).fill(0);
  let found = 0;
  const walk = (i: number, c: number, gained: number): boolean => {
    if (gained + best[i * width + c]! < least) return true;
    if (i === items.length) {
      if (++found > most) return false;
      give(counts);
      return true;
    }
    const item = items[i]!;
    const size = Math.max(1, Math.floor(item.sizeMm / stepMm));
    for (let n = Math.min(item.most, Math.floor(c / size)); n >= 0; n--) {
      counts[i] = n;
      if (!walk(i + 1, c - n * size, gained + n * item.worth)) return false;
    }
    counts[i] = 0;
    return true;
  };
  return walk(0, capacity, 0);
}
