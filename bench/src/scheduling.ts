import { seededRandom } from '@ombrik/core/solvers/random';
import { FT06, FT10, jobShop, rowsOf } from '@ombrik/core/solvers/scheduling/instances';
import type { ScheduleProblem } from '@ombrik/core/solvers/scheduling/problem';
import { simulateEnds } from '@ombrik/core/solvers/scheduling/simulate';
import { solveSchedule } from '@ombrik/core/solvers/scheduling/solve';

const DAY = 1440;

/** A shop of so many jobs and operations: six pairs of hands with hours and skills, three benches, drying, parts' days. */
function shop(jobs: number, each: number): ScheduleProblem {
  const { next } = seededRandom(40);
  const people = ['a', 'b', 'c', 'd', 'e', 'f'];
  const open = Array.from({ length: 400 }, (_, d) => d)
    .filter((d) => d % 7 < 5)
    .map((d) => [d * DAY + 480, d * DAY + 960] as const);
  const needs = (k: number) =>
    k % 3 === 0 ? [people.slice(0, 3), ['b1', 'b2', 'b3']] : k % 3 === 1 ? [people.slice(2)] : [[people[k % 6]!]];
  return {
    resources: [...people.map((id) => ({ id, open })), ...['b1', 'b2', 'b3'].map((id) => ({ id, open: null }))],
    groups: Array.from({ length: jobs }, (_, j) => ({ id: `j${j}`, dueMin: (5 + j) * 2 * DAY, weight: 1 })),
    tasks: Array.from({ length: jobs * each }, (_, i) => {
      const k = i % each;
      return {
        id: `t${i}`,
        groupId: `j${Math.floor(i / each)}`,
        workMin: 5 + Math.round(next() * 40),
        needs: needs(k),
        earliestMin: Math.floor(next() * 3) * DAY,
        after: k > 0 ? [{ taskId: `t${i - 1}`, waitMin: k === 5 ? 240 : 0 }] : [],
      };
    }),
  };
}

/** Plans of finite capacity: the published instances against their known best, and a whole shop. */
export function schedulingTable(): string[] {
  const rows = [
    '| plan | takes | found | best known |',
    '| --- | --- | --- | --- |',
    ...(
      [
        ['6 × 6 of 1963', FT06],
        ['10 × 10 of 1963', FT10],
      ] as const
    ).map(([name, instance]) => {
      const began = performance.now();
      const { endMin } = solveSchedule(jobShop(rowsOf(instance)), { objective: 'makespan' });
      return `| ${name} | ${((performance.now() - began) / 1000).toFixed(2)} s | ${endMin} | ${instance.bestEnd} |`;
    }),
  ];
  const problem = shop(40, 60);
  const began = performance.now();
  const plan = solveSchedule(problem);
  const planned = performance.now();
  simulateEnds(problem, plan, () => ({ low: 0.85, high: 1.3 }), { runs: 200 });
  const simulated = performance.now();
  const late = problem.groups.filter((g) => plan.groupEndMin[g.id]! > g.dueMin!).length;
  return [
    ...rows,
    '',
    `40 jobs of 60 operations: planned in ${((planned - began) / 1000).toFixed(2)} s (asked 2), ${late} late; 200 runs of its spread in ${((simulated - planned) / 1000).toFixed(2)} s.`,
  ];
}
