// Checked against: the 6 × 6 and 10 × 10 instances of Fisher & Thompson 1963 (from memory) with their known optima, and
// HiGHS, an open-source MILP solver, on small random problems. Properties: fast-check.
import fc from 'fast-check';
import loadHighs from 'highs';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../random.ts';
import { FT06, FT10, jobShop, rowsOf } from './instances.ts';
import { inAll, openTimes } from './openTimes.ts';
import { costOf } from './place.ts';
import { compile, type ScheduleProblem } from './problem.ts';
import { simulateEnds } from './simulate.ts';
import { type Schedule, solveSchedule } from './solve.ts';

/** No resource does two things at once, nothing begins before what it stands on, work is done in open hours only. */
function expectSound(problem: ScheduleProblem, schedule: Schedule): void {
  const at = new Map(schedule.tasks.map((t) => [t.taskId, t]));
  for (const task of problem.tasks) {
    const { startMin, endMin, resourceIds } = at.get(task.id)!;
    expect(startMin).toBeGreaterThanOrEqual(task.earliestMin);
    for (const { taskId, waitMin } of task.after)
      expect(startMin, `${task.id} after ${taskId}`).toBeGreaterThanOrEqual(at.get(taskId)!.endMin + waitMin - 1e-6);
    expect(resourceIds).toHaveLength(task.needs.length);
    for (const [i, oneOf] of task.needs.entries()) expect(oneOf).toContain(resourceIds[i]);
    const hours = resourceIds.flatMap((id) => {
      const { open } = problem.resources.find((r) => r.id === id)!;
      return open ? [open] : [];
    });
    const worked = hours.length > 0 ? openTimes(inAll(hours)).between(startMin, endMin) : endMin - startMin;
    expect(worked).toBeCloseTo(task.workMin, 6);
  }
  for (const { id } of problem.resources) {
    const own = schedule.tasks
      .filter((t) => t.resourceIds.includes(id))
      .sort((a, b) => a.startMin - b.startMin || a.endMin - b.endMin);
    for (const [i, t] of own.entries())
      if (i > 0) expect(t.startMin, `${id}: ${t.taskId}`).toBeGreaterThanOrEqual(own[i - 1]!.endMin - 1e-6);
  }
}

const DAY = 1440;
const weekdays = (from: number, to: number) =>
  Array.from({ length: 60 }, (_, d) => d)
    .filter((d) => d % 7 < 5)
    .map((d): [number, number] => [d * DAY + from, d * DAY + to]);

/** Shops of random shape: people with hours, benches, drying, days things come. */
function randomShop(seed: number): ScheduleProblem {
  const random = seededRandom(seed);
  const n = (most: number) => Math.floor(random.next() * most);
  const people = ['ann', 'ben', 'cleo'].slice(0, 1 + n(3));
  const groups = Array.from({ length: 1 + n(4) }, (_, j) => ({
    id: `j${j}`,
    dueMin: n(4) === 0 ? null : (2 + n(8)) * DAY,
    weight: 1 + n(3),
  }));
  return {
    resources: [
      ...people.map((id, i) => ({ id, open: i === 2 ? null : weekdays(480 + 60 * i, 960) })),
      { id: 'bench', open: null },
    ],
    groups,
    tasks: groups.flatMap(({ id }) =>
      Array.from({ length: 1 + n(6) }, (_, k) => ({
        id: `${id}.${k}`,
        groupId: id,
        workMin: n(600),
        needs: n(3) === 0 ? [people, ['bench']] : [people.slice(0, 1 + n(people.length))],
        earliestMin: n(3) * DAY,
        after: k > 0 ? [{ taskId: `${id}.${n(k)}`, waitMin: n(2) * 240 }] : [],
      })),
    ),
  };
}

/** Big-M model of a job shop without hours; the text form of linear programs. */
function milp(problem: ScheduleProblem, objective: 'makespan' | 'due'): string {
  const name = (id: string) => `s_${id.replace('.', '_')}`;
  const big = problem.tasks.reduce((sum, t) => sum + t.workMin, 0);
  const rows: string[] = [];
  const binaries: string[] = [];
  for (const t of problem.tasks) {
    for (const { taskId } of t.after) {
      const before = problem.tasks.find((x) => x.id === taskId)!;
      rows.push(`${name(t.id)} - ${name(taskId)} >= ${before.workMin}`);
    }
    rows.push(`c_${t.groupId} - ${name(t.id)} >= ${t.workMin}`);
  }
  for (const [i, a] of problem.tasks.entries())
    for (const b of problem.tasks.slice(i + 1)) {
      if (a.needs[0]![0] !== b.needs[0]![0] || a.groupId === b.groupId) continue;
      const y = `y_${binaries.length}`;
      binaries.push(y);
      rows.push(`${name(b.id)} - ${name(a.id)} - ${big} ${y} >= ${a.workMin - big}`);
      rows.push(`${name(a.id)} - ${name(b.id)} + ${big} ${y} >= ${b.workMin}`);
    }
  for (const g of problem.groups) {
    rows.push(`z - c_${g.id} >= 0`);
    if (g.dueMin !== null) rows.push(`c_${g.id} - l_${g.id} <= ${g.dueMin}`);
  }
  const due = problem.groups.map(
    (g) => `${0.02 * g.weight} c_${g.id}${g.dueMin === null ? '' : ` + ${g.weight} l_${g.id}`}`,
  );
  return [
    'Minimize',
    objective === 'makespan' ? ' obj: z' : ` obj: ${due.join(' + ')}`,
    'Subject To',
    ...rows.map((r, i) => ` r${i}: ${r}`),
    'Binary',
    ` ${binaries.join(' ')}`,
    'End',
  ].join('\n');
}

describe('plans of finite capacity', () => {
  it('the 6 × 6 instance of 1963 ends at 55, the 10 × 10 within 5 % of 930', () => {
    for (const seed of [1, 2, 3]) {
      const six = solveSchedule(jobShop(rowsOf(FT06)), { objective: 'makespan', seed });
      expectSound(jobShop(rowsOf(FT06)), six);
      expect(six.endMin).toBe(FT06.bestEnd);
      const ten = solveSchedule(jobShop(rowsOf(FT10)), { objective: 'makespan', seed });
      expectSound(jobShop(rowsOf(FT10)), ten);
      // Never better than what is proven: the instance is as it was published.
      expect(ten.endMin).toBeGreaterThanOrEqual(FT10.bestEnd);
      expect(ten.endMin).toBeLessThanOrEqual(1.05 * FT10.bestEnd);
    }
  });
  it('50 small random shops: within 5 % of what HiGHS proves, late ones and ends alike', async () => {
    const highs = await loadHighs();
    for (let seed = 1; seed <= 50; seed++) {
      const random = seededRandom(seed);
      const [jobs, machines] = [3 + (seed % 2), 3];
      const rows = Array.from({ length: jobs }, () =>
        Array.from({ length: machines }, (_, m) => ({
          machine: m,
          minutes: 5 + Math.floor(random.next() * 60),
          key: random.next(),
        })).sort((a, b) => a.key - b.key),
      );
      const plain = jobShop(rows);
      const objective = seed % 2 ? 'makespan' : 'due';
      const problem: ScheduleProblem = {
        ...plain,
        groups: plain.groups.map((g) => ({
          ...g,
          dueMin: 60 + Math.floor(random.next() * 120),
          weight: 1 + Math.floor(random.next() * 3),
        })),
      };
      const ours = solveSchedule(problem, { objective, seed, looks: 300_000 });
      expectSound(problem, ours);
      const theirs = highs.solve(milp(problem, objective), { mip_rel_gap: 0 });
      expect(theirs.Status, `seed ${seed}`).toBe('Optimal');
      expect(ours.cost, `seed ${seed}`).toBeLessThanOrEqual(1.05 * theirs.ObjectiveValue + 1e-6);
      expect(ours.cost, `seed ${seed}`).toBeGreaterThanOrEqual(theirs.ObjectiveValue - 1e-3);
    }
  }, 300_000);
  it('keeps hours, drying, benches and days of arrival on shops of any shape; the same each time', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const problem = randomShop(seed);
        const schedule = solveSchedule(problem, { seed, looks: 20_000 });
        expectSound(problem, schedule);
        expect(solveSchedule(problem, { seed, looks: 20_000 })).toEqual(schedule);
      }),
      // The last has a task that takes no time at all.
      { numRuns: 40, examples: [[1_000_000]] },
    );
  });
  it('work stops in the evening and goes on in the morning', () => {
    const day = openTimes(weekdays(480, 960));
    expect(day.end(900, 120)).toBe(DAY + 480 + 60);
    expect(day.openAt(4 * DAY + 970)).toBe(7 * DAY + 480);
    expect(day.between(0, 7 * DAY)).toBe(5 * 480);
    expect(day.end(480, 480)).toBe(960);
    expect(day.openAt(61 * DAY)).toBe(Number.POSITIVE_INFINITY);
    expect(() => openTimes([[5, 5]])).toThrow('spans[0] is "5–5"; accepted');
  });
  it('says what a problem has wrong by name', () => {
    const one = (change: object): ScheduleProblem => ({
      resources: [{ id: 'a', open: [[0, 10]] }],
      groups: [{ id: 'g', dueMin: null, weight: 1 }],
      tasks: [{ id: 't', groupId: 'g', workMin: 5, needs: [['a']], earliestMin: 0, after: [], ...change }],
    });
    expect(() => solveSchedule(one({ needs: [['b']] }))).toThrow('needs of t is "b"');
    expect(() => solveSchedule(one({ needs: [['a'], ['a']] }))).toThrow('needs of t are more than there are');
    expect(() => solveSchedule(one({ after: [{ taskId: 't', waitMin: 0 }] }))).toThrow('in a circle');
    expect(() => solveSchedule(one({ workMin: 50 }))).toThrow('hours end before the work does');
  });
  it('simulated ends lie about the planned one, and a job without spread ends as planned', () => {
    const problem = randomShop(11);
    const plan = solveSchedule(problem, { looks: 20_000 });
    const still = simulateEnds(problem, plan, () => ({ low: 1, high: 1 }), { runs: 5 });
    for (const g of problem.groups) expect(still[g.id]).toEqual(Array(5).fill(plan.groupEndMin[g.id]));
    const one = jobShop([[{ machine: 0, minutes: 100 }]]);
    const ends = simulateEnds(one, solveSchedule(one), () => ({ low: 0.8, high: 1.25 }), { runs: 4000 }).j0!;
    // Quartiles as they were given: the spread is the one asked for.
    expect(ends[1000]! / 100).toBeCloseTo(0.8, 1);
    expect(ends[2000]! / 100).toBeCloseTo(1, 1);
    expect(ends[3000]! / 100).toBeCloseTo(1.25, 1);
  });
  it('a plan played in its own order costs what it said', () => {
    const problem = randomShop(5);
    const plan = solveSchedule(problem, { looks: 20_000 });
    const ends = Float64Array.from(problem.groups, (g) => plan.groupEndMin[g.id]!);
    expect(costOf(compile(problem), ends, 'due')).toBeCloseTo(plan.cost, 6);
  });
});
