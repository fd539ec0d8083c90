import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bestChoice, choicesWorth, type KnapsackItem, knapsackTable } from './knapsack.ts';

const items = fc
  .array(
    fc.record({
      sizeMm: fc.integer({ min: 1, max: 40 }),
      most: fc.integer({ min: 0, max: 3 }),
      worth: fc.integer({ min: 0, max: 30 }),
    }),
    { minLength: 1, maxLength: 4 },
  )
  .map((list): KnapsackItem[] => list.map((i, order) => ({ ...i, order })));

/** Every choice there is, one by one: what the table must agree with. */
function everyChoice(list: readonly KnapsackItem[], capacityMm: number): { counts: number[]; worth: number }[] {
  let all: { counts: number[]; size: number; worth: number }[] = [{ counts: [], size: 0, worth: 0 }];
  for (const item of list)
    all = all.flatMap((c) =>
      Array.from({ length: item.most + 1 }, (_, n) => ({
        counts: [...c.counts, n],
        size: c.size + n * item.sizeMm,
        worth: c.worth + n * item.worth,
      })),
    );
  return all.filter((c) => c.size <= capacityMm);
}

describe('the bounded knapsack', () => {
  it('is worth what trying every choice finds (property)', () => {
    fc.assert(
      fc.property(items, fc.integer({ min: 1, max: 120 }), (list, capacityMm) => {
        const table = knapsackTable(list, capacityMm);
        const best = Math.max(...everyChoice(list, capacityMm).map((c) => c.worth));
        const counts = bestChoice(table, table.capacity);
        expect(counts.reduce((s, n, i) => s + n * list[i]!.worth, 0)).toBe(best);
        expect(counts.reduce((s, n, i) => s + n * list[i]!.sizeMm, 0)).toBeLessThanOrEqual(capacityMm);
      }),
    );
  });
  it('gives every choice that is worth enough, each once (property)', () => {
    fc.assert(
      fc.property(
        items,
        fc.integer({ min: 1, max: 120 }),
        fc.integer({ min: 0, max: 60 }),
        (list, capacityMm, least) => {
          const table = knapsackTable(list, capacityMm);
          const given: string[] = [];
          expect(choicesWorth(table, table.capacity, least, 1e6, (c) => given.push(c.join()))).toBe(true);
          const wanted = everyChoice(list, capacityMm).filter((c) => c.worth >= least);
          expect(given.sort()).toEqual(wanted.map((c) => c.counts.join()).sort());
        },
      ),
    );
  });
  it('stops where there are more than asked for, and says so', () => {
    const list = [{ order: 0, sizeMm: 1, most: 9, worth: 1 }];
    const table = knapsackTable(list, 9);
    expect(choicesWorth(table, table.capacity, 0, 3, () => undefined)).toBe(false);
  });
});
