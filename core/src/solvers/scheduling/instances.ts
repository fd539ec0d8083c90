import type { ScheduleProblem } from './problem.ts';

/** Job-shop instances: per job the machine and the time of each operation in its order. */
export interface JobShop {
  rows: readonly string[];
  bestEnd: number;
}

/** 6 × 6 of Fisher & Thompson 1963, from memory; shortest makespan 55 (proven). */
export const FT06: JobShop = {
  rows: [
    '2 1 0 3 1 6 3 7 5 3 4 6',
    '1 8 2 5 4 10 5 10 0 10 3 4',
    '2 5 3 4 5 8 0 9 1 1 4 7',
    '1 5 0 5 2 5 3 3 4 8 5 9',
    '2 9 1 3 4 5 5 4 0 3 3 1',
    '1 3 3 3 5 9 0 10 4 4 2 1',
  ],
  bestEnd: 55,
};

/** 10 × 10 of Fisher & Thompson 1963, from memory; shortest makespan 930 (Carlier & Pinson 1989). */
export const FT10: JobShop = {
  rows: [
    '0 29 1 78 2 9 3 36 4 49 5 11 6 62 7 56 8 44 9 21',
    '0 43 2 90 4 75 9 11 3 69 1 28 6 46 5 46 7 72 8 30',
    '1 91 0 85 3 39 2 74 8 90 5 10 7 12 6 89 9 45 4 33',
    '1 81 2 95 0 71 4 99 6 9 8 52 7 85 3 98 9 22 5 43',
    '2 14 0 6 1 22 5 61 3 26 4 69 8 21 7 49 9 72 6 53',
    '2 84 1 2 5 52 3 95 8 48 9 72 0 47 6 65 4 6 7 25',
    '1 46 0 37 3 61 2 13 6 32 5 21 9 32 8 89 7 30 4 55',
    '2 31 0 86 1 46 5 74 4 32 6 88 8 19 9 48 7 36 3 79',
    '0 76 1 69 3 76 5 51 2 85 9 11 6 40 7 89 4 26 8 74',
    '1 85 0 13 2 61 6 7 8 64 9 76 5 47 3 52 4 90 7 45',
  ],
  bestEnd: 930,
};

/** A job shop as a problem of one machine a task. */
export function jobShop(rows: readonly (readonly { machine: number; minutes: number }[])[]): ScheduleProblem {
  const machines = new Set(rows.flat().map((o) => o.machine));
  return {
    resources: [...machines].map((m) => ({ id: `m${m}`, open: null })),
    groups: rows.map((_, j) => ({ id: `j${j}`, dueMin: null, weight: 1 })),
    tasks: rows.flatMap((row, j) =>
      row.map(({ machine, minutes }, k) => ({
        id: `${j}.${k}`,
        groupId: `j${j}`,
        workMin: minutes,
        needs: [[`m${machine}`]],
        earliestMin: 0,
        after: k > 0 ? [{ taskId: `${j}.${k - 1}`, waitMin: 0 }] : [],
      })),
    ),
  };
}

export const rowsOf = ({ rows }: JobShop): { machine: number; minutes: number }[][] =>
  rows.map((row) => {
    const n = row.split(' ').map(Number);
    return Array.from({ length: n.length / 2 }, (_, k) => ({ machine: n[2 * k]!, minutes: n[2 * k + 1]! }));
  });
