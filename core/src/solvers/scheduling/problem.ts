import { ALWAYS, inAll, type OpenTimes, openTimes, type Spans } from './openTimes.ts';

/** A pair of hands, a bench, a machine: one task at a time. */
export interface ScheduleResource {
  id: string;
  /** When it is there; null for always. */
  open: Spans | null;
}

export interface ScheduleTask {
  id: string;
  groupId: string;
  workMin: number;
  /** Of each list one, all of them at once. */
  needs: readonly (readonly string[])[];
  /** Not before this minute. */
  earliestMin: number;
  /** Tasks that end first, and what passes between: drying. */
  after: readonly { taskId: string; waitMin: number }[];
}

/** Tasks that are of use only together: an order. */
export interface ScheduleGroup {
  id: string;
  /** When it is wanted; null where nobody waits. */
  dueMin: number | null;
  /** How much a minute late of it counts. */
  weight: number;
}

export interface ScheduleProblem {
  resources: readonly ScheduleResource[];
  groups: readonly ScheduleGroup[];
  tasks: readonly ScheduleTask[];
}

/** What is made small: the end of everything, or what is late, then the ends of all groups. */
export type Objective = 'makespan' | 'due';

/** A choice of resources for a task. */
export interface Team {
  resources: readonly number[];
  open: OpenTimes;
}

/** A problem with names turned to numbers, and every task's teams looked up. */
export interface Compiled {
  count: number;
  resourceCount: number;
  groupOf: Int32Array;
  workMin: Float64Array;
  earliestMin: Float64Array;
  before: readonly (readonly { task: number; waitMin: number }[])[];
  next: readonly (readonly number[])[];
  teams: readonly (readonly Team[])[];
  dueMin: Float64Array;
  weight: Float64Array;
  /** Work and waiting from the start of a task to the end of its group, at least. */
  tailMin: Float64Array;
}

/** No more teams of one task are looked at. */
const MOST_TEAMS = 64;

/**
 * @throws where a name is unknown, a task waits for itself in a circle, or nobody could ever do one
 */
export function compile(problem: ScheduleProblem): Compiled {
  const resourceAt = new Map(problem.resources.map((r, i) => [r.id, i]));
  const taskAt = new Map(problem.tasks.map((t, i) => [t.id, i]));
  const groupAt = new Map(problem.groups.map((g, i) => [g.id, i]));
  const at = (index: ReadonlyMap<string, number>, what: string, id: string): number => {
    const i = index.get(id);
    if (i === undefined) throw new Error(`${what} is "${id}"; accepted: one of the problem's`);
    return i;
  };
  const known = new Map<string, OpenTimes>();
  const openOf = (team: readonly number[]): OpenTimes => {
    const hours = team.flatMap((r) => problem.resources[r]!.open ?? []).length;
    if (hours === 0 && team.every((r) => problem.resources[r]!.open === null)) return ALWAYS;
    const key = team.join(' ');
    let open = known.get(key);
    if (!open) {
      open = openTimes(inAll(team.flatMap((r) => (problem.resources[r]!.open ? [problem.resources[r]!.open!] : []))));
      known.set(key, open);
    }
    return open;
  };
  const teamsKnown = new Map<string, Team[]>();
  const teamsOf = (task: ScheduleTask): Team[] => {
    const key = task.needs.map((n) => n.join(',')).join('|');
    let teams = teamsKnown.get(key);
    if (!teams) {
      const choices = task.needs.reduce<number[][]>(
        (sofar, oneOf) =>
          sofar.flatMap((team) =>
            oneOf
              .map((id) => at(resourceAt, `needs of ${task.id}`, id))
              .flatMap((r) => (team.includes(r) ? [] : [[...team, r]])),
          ),
        [[]],
      );
      if (choices.length === 0)
        throw new Error(`needs of ${task.id} are more than there are; accepted: what can be met`);
      teams = choices.slice(0, MOST_TEAMS).map((team) => ({ resources: team, open: openOf(team) }));
      teamsKnown.set(key, teams);
    }
    return teams;
  };
  const before = problem.tasks.map((t) =>
    t.after.map((a) => ({ task: at(taskAt, `after of ${t.id}`, a.taskId), waitMin: a.waitMin })),
  );
  const next: number[][] = problem.tasks.map(() => []);
  for (const [i, ps] of before.entries()) for (const p of ps) next[p.task]!.push(i);
  const workMin = Float64Array.from(problem.tasks, (t) => t.workMin);
  return {
    count: problem.tasks.length,
    resourceCount: problem.resources.length,
    groupOf: Int32Array.from(problem.tasks, (t) => at(groupAt, `groupId of ${t.id}`, t.groupId)),
    workMin,
    earliestMin: Float64Array.from(problem.tasks, (t) => t.earliestMin),
    before,
    next,
    teams: problem.tasks.map(teamsOf),
    dueMin: Float64Array.from(problem.groups, (g) => g.dueMin ?? Number.POSITIVE_INFINITY),
    weight: Float64Array.from(problem.groups, (g) => g.weight),
    tailMin: tails(workMin, before, next),
  };
}

function tails(workMin: Float64Array, before: Compiled['before'], next: Compiled['next']): Float64Array {
  const tail = new Float64Array(workMin.length);
  const left = next.map((n) => n.length);
  const ready = left.flatMap((n, i) => (n === 0 ? [i] : []));
  let seen = 0;
  while (ready.length > 0) {
    const i = ready.pop()!;
    seen++;
    tail[i]! += workMin[i]!;
    for (const { task, waitMin } of before[i]!) {
      tail[task] = Math.max(tail[task]!, tail[i]! + waitMin);
      if (--left[task]! === 0) ready.push(task);
    }
  }
  if (seen < workMin.length) throw new Error('tasks wait for one another in a circle');
  return tail;
}
