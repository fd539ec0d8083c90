import loadHighs from 'highs';
import { expect, it } from 'vitest';
import { ColumnLp, type LpColumn } from './columnLp.ts';
import { seededRandom } from './random.ts';

/** A covering programme at random: demands to be met, supplies that run out, columns that do a little of each. */
function anyProgramme(seed: number) {
  const next = seededRandom(seed).next;
  const whole = (n: number) => Math.floor(next() * n);
  const demands = Array.from({ length: 2 + whole(5) }, () => 1 + whole(20));
  const supplies = Array.from({ length: whole(4) }, () => 5 + whole(40));
  const rows = demands.length + supplies.length;
  const columns = Array.from({ length: rows + 3 + whole(12) }, (): LpColumn => {
    const touched = Array.from({ length: rows }, (_, r) => [r, whole(4)] as [number, number]);
    return { cost: 1 + whole(50), rows: touched.filter(([, n]) => n > 0) };
  });
  // Each demand has a dear column of its own, so that there is always a way.
  demands.forEach((_, r) => {
    columns.push({ cost: 500, rows: [[r, 1]] });
  });
  return { demands, supplies, columns };
}

const lpText = ({ demands, supplies, columns }: ReturnType<typeof anyProgramme>) => {
  const row = (r: number) =>
    columns.flatMap((c, i) => c.rows.filter(([q]) => q === r).map(([, n]) => `${n} x${i}`)).join(' + ') || '0 x0';
  return [
    'Minimize',
    ` cost: ${columns.map((c, i) => `${c.cost} x${i}`).join(' + ')}`,
    'Subject To',
    ...demands.map((d, r) => ` d${r}: ${row(r)} >= ${d}`),
    ...supplies.map((s, r) => ` s${r}: ${row(demands.length + r)} <= ${s}`),
    'End',
  ].join('\n');
};

it('costs what HiGHS finds on 200 random programmes, and its duals price no column below nothing', async () => {
  const highs = await loadHighs();
  for (let seed = 1; seed <= 200; seed++) {
    const programme = anyProgramme(seed);
    const lp = new ColumnLp(programme.demands, programme.supplies);
    for (const column of programme.columns) lp.add(column);
    expect(lp.optimise(), `seed ${seed}`).toBe(true);
    expect(lp.uncovered(), `seed ${seed}`).toBe(false);
    const theirs = highs.solve(lpText(programme));
    expect(theirs.Status, `seed ${seed}`).toBe('Optimal');
    expect(lp.objective(), `seed ${seed}`).toBeCloseTo(theirs.ObjectiveValue, 4);
    const duals = lp.duals();
    for (const column of programme.columns) expect(lp.reducedCost(column, duals)).toBeGreaterThan(-1e-6);
    // The solution itself meets every row.
    const used = new Array(programme.demands.length + programme.supplies.length).fill(0);
    for (const { column, value } of lp.solution())
      for (const [r, n] of programme.columns[column]!.rows) used[r] += n * value;
    programme.demands.forEach((d, r) => {
      expect(used[r]).toBeGreaterThanOrEqual(d - 1e-6);
    });
    programme.supplies.forEach((s, r) => {
      expect(used[programme.demands.length + r]).toBeLessThanOrEqual(s + 1e-6);
    });
  }
});

it('says what is not covered where nothing covers it', () => {
  const lp = new ColumnLp([4, 2], []);
  lp.add({ cost: 1, rows: [[0, 1]] });
  expect(lp.optimise()).toBe(true);
  expect(lp.uncovered()).toBe(true);
});
