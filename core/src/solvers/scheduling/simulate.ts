import { seededRandom } from '../random.ts';
import { emptyPlaced, placer } from './place.ts';
import { compile, type ScheduleProblem } from './problem.ts';
import type { Schedule } from './solve.ts';

/** How much longer or shorter a task may take than planned: a quarter of the time below `low`, a quarter above `high`. */
export interface Spread {
  low: number;
  high: number;
}

/** The quartiles of a normal distribution lie so many deviations from its middle. */
const QUARTILE = 0.6745;

/**
 * When each group ends if the same plan is worked off in the same order and its tasks take as long as they may.
 * Factors are log-normal about 1 through the quartiles. Source: Monte Carlo sampling (van Slyke 1963).
 * @param spreadOf of a task's time, by its id
 * @returns ends of each group in minutes, sorted
 */
export function simulateEnds(
  problem: ScheduleProblem,
  schedule: Pick<Schedule, 'order'>,
  spreadOf: (taskId: string) => Spread,
  { runs = 300, seed = 7 }: { runs?: number; seed?: number } = {},
): Record<string, number[]> {
  const p = compile(problem);
  const place = placer(p);
  const random = seededRandom(seed);
  const index = new Map(problem.tasks.map((t, i) => [t.id, i]));
  const order = Int32Array.from(schedule.order, (id) => index.get(id)!);
  const sigma = problem.tasks.map((t) => {
    const { low, high } = spreadOf(t.id);
    return Math.log(Math.max(1, high / low)) / (2 * QUARTILE);
  });
  const work = new Float64Array(p.count);
  const placed = emptyPlaced(p);
  const ends: number[][] = problem.groups.map(() => []);
  for (let run = 0; run < runs; run++) {
    for (let t = 0; t < p.count; t++) work[t] = p.workMin[t]! * Math.exp(sigma[t]! * random.normal());
    place(order, placed, 'due', work);
    for (const [g, all] of ends.entries()) all.push(placed.groupEnd[g]!);
  }
  return Object.fromEntries(problem.groups.map((g, i) => [g.id, ends[i]!.sort((a, b) => a - b)]));
}
