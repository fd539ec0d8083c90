import type { CutProblem } from '@ombrik/core/solvers/cutting/problem';
import { solveCutting } from '@ombrik/core/solvers/cutting/solveCutting';
import { seededRandom } from '@ombrik/core/solvers/random';
import { cutMilp } from '@ombrik/core/testing/cutMilp';
import loadHighs from 'highs';
import { median } from './measure.ts';

/** One article's pieces and rods, as a workshop has them: remnants under four metres and a reel. */
function article(seed: number, pieces: number, remnants: number, reels: number): CutProblem {
  const { next } = seededRandom(seed);
  const between = (a: number, b: number) => a + Math.floor(next() * (b - a + 1));
  const lengths = new Map<number, number>();
  for (let i = 0; i < pieces; i++) {
    const mm = between(120, 2600);
    lengths.set(mm, (lengths.get(mm) ?? 0) + 1);
  }
  return {
    orders: [...lengths].map(([lengthMm, count]) => ({ lengthMm, count })),
    stocks: [
      ...Array.from({ length: remnants }, (_, i) => ({
        lengthMm: between(400, 4000),
        count: 1,
        openMm: 5 * i,
        weightPermille: 950,
        minUsefulMm: 300,
      })),
      { lengthMm: 100_000, count: reels, openMm: 5 * remnants + 50, weightPermille: 1000, minUsefulMm: 300 },
    ],
    kerfMm: 0,
  };
}

const REMNANTS = [3, 2, 3, 2, 3, 2];

/** 120 cuts of six types with fifteen remnants; a thousand cuts; and HiGHS on the same cases. */
export async function cuttingTable(): Promise<string[]> {
  const jobs = Array.from({ length: 15 }, (_, job) => REMNANTS.map((r, t) => article(1000 + job * 10 + t, 20, r, 1)));
  const ours: number[] = [];
  let proven = 0;
  for (const job of jobs) {
    const began = performance.now();
    for (const problem of job) if (solveCutting(problem).optimal) proven++;
    ours.push(performance.now() - began);
  }
  const large: number[] = [];
  let worstGap = 0;
  for (let k = 0; k < 3; k++) {
    const began = performance.now();
    for (let t = 0; t < 6; t++) {
      const got = solveCutting(article(5000 + k * 10 + t, t < 4 ? 167 : 166, 10, 5), { gapShare: 0.01 });
      worstGap = Math.max(worstGap, got.gapShare);
    }
    large.push(performance.now() - began);
  }
  const oneBegan = performance.now();
  const one = solveCutting(article(7000, 1000, 15, 20), { gapShare: 0.01 });
  const oneMs = performance.now() - oneBegan;
  // HiGHS on the articles of the first jobs, a few seconds for each: it proves less in more time.
  const highs = await loadHighs();
  const ratios: number[] = [];
  let theirsProven = 0;
  let worse = 0;
  const asked = jobs.slice(0, 3).flat();
  for (const problem of asked) {
    const a = performance.now();
    const mine = solveCutting(problem);
    const mineMs = performance.now() - a;
    const b = performance.now();
    const theirs = highs.solve(cutMilp(problem), { mip_rel_gap: 0, mip_abs_gap: 1e-3, time_limit: 4 });
    const theirsMs = performance.now() - b;
    ratios.push(theirsMs / mineMs);
    if (theirs.Status === 'Optimal') theirsProven++;
    if (mine.cost < (theirs.ObjectiveValue || Number.POSITIVE_INFINITY) - 1) worse++;
  }
  return [
    '| case | ours | goal |',
    '| --- | --- | --- |',
    `| 120 cuts of 6 types, 15 remnants: median of ${jobs.length} jobs | ${Math.round(median(ours))} ms, ${proven} of ${jobs.length * 6} types proven optimal | 1000 ms, proven |`,
    `| the slowest of them | ${Math.round(Math.max(...ours))} ms | |`,
    `| 1000 cuts of 6 types, 60 remnants: median of 3 | ${Math.round(median(large))} ms, gap at most ${(worstGap * 100).toFixed(3)} % | 10 s, 1 % |`,
    `| 1000 cuts of one type | ${Math.round(oneMs)} ms, gap ${(one.gapShare * 100).toFixed(3)} % | 10 s, 1 % |`,
    `| HiGHS on ${asked.length} of the same types, 4 s each at most: median ratio of its time to ours | ${Math.round(median(ratios))} × (it proved ${theirsProven}; ours was the better plan in ${worse}) | |`,
  ];
}
