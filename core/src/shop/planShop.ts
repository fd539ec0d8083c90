import { ENOUGH, type LearnedTime } from '../build/learnedTimes.ts';
import type { StepKind } from '../build/step.ts';
import { openTimes, type Spans } from '../solvers/scheduling/openTimes.ts';
import type { ScheduleProblem, ScheduleTask } from '../solvers/scheduling/problem.ts';
import { type Spread, simulateEnds } from '../solvers/scheduling/simulate.ts';
import { type Schedule, solveSchedule } from '../solvers/scheduling/solve.ts';
import { type ShopCalendar, SKILL_WORDS, spansOf } from './shopCalendar.ts';
import { DAY_MIN, dayOf, minuteOf } from './shopDays.ts';
import type { OperationKind, ShopJob, ShopOperation } from './shopWork.ts';

/** What somebody wants otherwise than the plan would have it. */
export interface JobWish {
  jobId: string;
  /** Before all others, or after them; in its turn otherwise. */
  turn: 'first' | 'usual' | 'last';
  /** Operations held back to a day, or given to somebody. */
  operations: Readonly<Record<string, { notBefore: string | null; personId: string | null }>>;
}

/** Everything a plan of the shop is made from. */
export interface ShopLoad {
  firstDay: string;
  /** Minute of the first day it is now. */
  nowMin: number;
  calendar: ShopCalendar;
  /** Of everybody in the calendar, by person. */
  names: Readonly<Record<string, string>>;
  jobs: readonly ShopJob[];
  wishes: readonly JobWish[];
  learned: readonly LearnedTime[];
}

export interface PlannedOperation {
  id: string;
  jobId: string;
  startMin: number;
  endMin: number;
  personId: string;
  /** `bench 2`; null where none is needed. */
  place: string | null;
}

export interface PlannedJob {
  jobId: string;
  startMin: number;
  endMin: number;
  /** Days it ships on: one time in ten sooner than `early`, half the time by `likely`, nine times in ten by `late`. */
  ships: { early: string; likely: string; late: string };
  /** Of being ready on the day it is wanted; null where no day is. */
  chance: number | null;
  /** What holds it up, the longest first. */
  heldBy: readonly string[];
}

export interface ShopPlan {
  firstDay: string;
  operations: readonly PlannedOperation[];
  jobs: readonly PlannedJob[];
  /** Jobs that cannot be planned, and why. */
  unplanned: readonly { jobId: string; why: string }[];
}

/** So far plans look ahead, days. */
export const HORIZON_DAYS = 500;
const RUNS = 200;
/** Somebody waits for the plan. */
const LOOKS = 1_200_000;
const TURN_WEIGHT: Readonly<Record<JobWish['turn'], number>> = { first: 40, usual: 1, last: 0.1 };
/** Times nobody has measured yet spread so. Common practice, no source. */
const UNMEASURED: Spread = { low: 0.85, high: 1.3 };
const STEPS_OF: Readonly<Partial<Record<OperationKind, readonly StepKind[]>>> = {
  panel: ['cut', 'drill'],
  surface: ['surface'],
  marks: ['line', 'mark'],
  mount: ['mount'],
  lay: ['lay', 'link'],
  ends: ['torque', 'clamp', 'plug'],
  finish: ['cover', 'strap', 'look', 'fusesOut'],
};

/** How an operation's time spreads about its middle: by what kinds of steps really took, where enough were timed. */
function spreadOf(kind: OperationKind, learned: readonly LearnedTime[]): Spread {
  const own = learned.filter((l) => STEPS_OF[kind]?.includes(l.kind) && l.count >= ENOUGH);
  if (own.length === 0) return UNMEASURED;
  const mean = (pick: (l: LearnedTime) => number) => own.reduce((s, l) => s + pick(l), 0) / own.length;
  return { low: mean((l) => l.factor.low / l.factor.median), high: mean((l) => l.factor.high / l.factor.median) };
}

/** A plan, and when its jobs may end. */
interface Made {
  schedule: Schedule;
  ends: Readonly<Record<string, number[]>>;
}

const bench = (n: number) => `bench ${n}`;
const crimp = (n: number) => `crimping ${n}`;
const upTo = (n: number, name: (n: number) => string) => Array.from({ length: n }, (_, i) => name(i + 1));

/** When everybody is there over the whole horizon, and for how many minutes from now on: worked out once a plan. */
type Hours = ReadonlyMap<string, { open: Spans; leftMin: number }>;

const hoursOf = ({ calendar, firstDay, nowMin }: ShopLoad): Hours =>
  new Map(
    calendar.hands.map((h) => {
      const open = spansOf(calendar, h, firstDay, HORIZON_DAYS);
      return [h.personId, { open, leftMin: openTimes(open).between(nowMin, HORIZON_DAYS * DAY_MIN) }];
    }),
  );

/** Why a job cannot be planned; null where it can. */
function lacks(job: ShopJob, { calendar, wishes }: ShopLoad, hours: Hours): string | null {
  if (job.untold !== null) return job.untold;
  const wish = wishes.find((w) => w.jobId === job.id);
  for (const o of job.operations) {
    const given = wish?.operations[o.id]?.personId;
    const able = calendar.hands.filter((h) => h.skills.includes(o.skill) && (!given || h.personId === given));
    if (able.length === 0)
      return given ? `${o.title} is given to somebody who does not do it` : `nobody ${SKILL_WORDS[o.skill]}`;
    const enough = able.some(({ personId }) => {
      const { open, leftMin } = hours.get(personId)!;
      return open.length > 0 && leftMin >= o.minutes;
    });
    if (!enough)
      return o.skill === 'mains'
        ? `no visit of a licensed person is set for ${o.title}`
        : `whoever ${SKILL_WORDS[o.skill]} has no hours for it`;
  }
  return null;
}

function problemOf(load: ShopLoad, jobs: readonly ShopJob[], hours: Hours): ScheduleProblem {
  const { calendar, firstDay, nowMin } = load;
  const wishOf = new Map(load.wishes.map((w) => [w.jobId, w]));
  const places = { bench: upTo(calendar.benches, bench), crimp: upTo(calendar.crimpPlaces, crimp) };
  const taskOf = (job: ShopJob, o: ShopOperation): ScheduleTask => {
    const wish = wishOf.get(job.id)?.operations[o.id];
    const able = calendar.hands.filter((h) => h.skills.includes(o.skill)).map((h) => h.personId);
    const parts = o.needsParts && job.parts ? minuteOf(firstDay, job.parts.on) : 0;
    const wished = wish?.notBefore ? minuteOf(firstDay, wish.notBefore) : 0;
    return {
      id: o.id,
      groupId: job.id,
      workMin: o.minutes,
      needs: [wish?.personId ? [wish.personId] : able, ...(o.place ? [places[o.place]] : [])],
      earliestMin: Math.max(nowMin, parts, wished),
      after: o.after.map((a) => ({ taskId: a.id, waitMin: a.waitMin })),
    };
  };
  return {
    resources: [
      ...[...hours].map(([id, { open }]) => ({ id, open })),
      ...[...places.bench, ...places.crimp].map((id) => ({ id, open: null })),
    ],
    groups: jobs.map((j) => ({
      id: j.id,
      dueMin: j.wantedOn === null ? null : minuteOf(firstDay, j.wantedOn) + DAY_MIN,
      weight: TURN_WEIGHT[wishOf.get(j.id)?.turn ?? 'usual'],
    })),
    tasks: jobs.flatMap((j) => j.operations.map((o) => taskOf(j, o))),
  };
}

function made(load: ShopLoad, jobs: readonly ShopJob[], hours: Hours, looks: number): Made {
  const problem = problemOf(load, jobs, hours);
  const schedule = solveSchedule(problem, { looks, endless: true });
  const kindOf = new Map(jobs.flatMap((j) => j.operations.map((o) => [o.id, o.kind] as const)));
  const known = new Map<OperationKind, Spread>();
  const spread = (taskId: string): Spread => {
    const kind = kindOf.get(taskId)!;
    if (!known.has(kind)) known.set(kind, spreadOf(kind, load.learned));
    return known.get(kind)!;
  };
  return { schedule, ends: simulateEnds(problem, schedule, spread, { runs: RUNS }) };
}

/**
 * Who does what when: every job's operations on hands and benches with their hours, parts, drying and wishes kept, so that
 * as little as possible is late; and when each ships, as likely as the spread of the shop's own times makes it.
 * @param looks how long is searched; left out for the usual
 * @example
 * planShop({ firstDay: '2026-11-30', nowMin: 480, calendar: { opensMin: 480, closed: [], hands: [], benches: 1, crimpPlaces: 1 }, names: {}, jobs: [], wishes: [], learned: [] }).jobs; // []
 */
export function planShop(load: ShopLoad, looks = LOOKS): ShopPlan {
  const hours = hoursOf(load);
  const unplanned = load.jobs.flatMap((j) => {
    const why = lacks(j, load, hours);
    return why === null ? [] : [{ jobId: j.id, why }];
  });
  let jobs = load.jobs.filter((j) => !unplanned.some((u) => u.jobId === j.id));
  let { schedule, ends } = made(load, jobs, hours, looks);
  // Alone each would fit into the hours there are, together they do not: what is left over is said, the rest is planned.
  const over = jobs.filter((j) => !Number.isFinite(schedule.groupEndMin[j.id]!));
  if (over.length > 0) {
    for (const j of over)
      unplanned.push({ jobId: j.id, why: `${shortOf(j, schedule)}, and the others take their hours` });
    jobs = jobs.filter((j) => !over.includes(j));
    ({ schedule, ends } = made(load, jobs, hours, looks));
  }
  const held = holders(load, jobs, schedule);
  return {
    firstDay: load.firstDay,
    unplanned,
    operations: schedule.tasks.map((t) => ({
      id: t.taskId,
      jobId: t.taskId.split('/')[0]!,
      startMin: t.startMin,
      endMin: t.endMin,
      personId: t.resourceIds[0]!,
      place: t.resourceIds[1] ?? null,
    })),
    jobs: jobs.map((j): PlannedJob => {
      const own = schedule.tasks.filter((t) => t.taskId.startsWith(`${j.id}/`));
      const all = ends[j.id]!;
      const day = (share: number) => dayOrFar(load.firstDay, all[Math.floor(share * (all.length - 1))]!);
      return {
        jobId: j.id,
        startMin: Math.min(...own.map((t) => t.startMin)),
        endMin: schedule.groupEndMin[j.id]!,
        ships: { early: day(0.1), likely: day(0.5), late: day(0.9) },
        chance: j.wantedOn === null ? null : chanceBy(all, minuteOf(load.firstDay, j.wantedOn) + DAY_MIN),
        heldBy: held(j.id),
      };
    }),
  };
}

/** Whose hours end before a job's work does. */
function shortOf(job: ShopJob, { tasks }: Schedule): string {
  const end = new Map(tasks.map((t) => [t.taskId, t.endMin]));
  const first = job.operations.find(
    (o) => !Number.isFinite(end.get(o.id)!) && o.after.every((a) => Number.isFinite(end.get(a.id)!)),
  );
  return `whoever ${SKILL_WORDS[first?.skill ?? 'assembly']} has too few hours`;
}

const dayOrFar = (firstDay: string, min: number) =>
  dayOf(firstDay, Number.isFinite(min) ? Math.max(0, min - 1) : HORIZON_DAYS * DAY_MIN);

/** Share of ends by a minute. */
export const chanceBy = (ends: readonly number[], byMin: number): number =>
  ends.filter((e) => e <= byMin).length / Math.max(1, ends.length);

/** Shorter waits hold nothing up, minutes. Common practice, no source. */
const NO_WAIT_MIN = 60;

/** What jobs wait for on the way to their end, in words, the longest first. */
function holders(load: ShopLoad, jobs: readonly ShopJob[], schedule: Schedule): (jobId: string) => string[] {
  const taskOf = new Map(schedule.tasks.map((t) => [t.taskId, t]));
  const jobOf = new Map(jobs.flatMap((j) => j.operations.map((o) => [o.id, j] as const)));
  /** Why an operation begins later than its own job would let it. */
  const reason = (job: ShopJob, o: ShopOperation): string | null => {
    const task = taskOf.get(o.id)!;
    if (task.heldBy?.kind === 'hands') {
      const before = taskOf.get(task.heldBy.taskId)!;
      const other = jobOf.get(before.taskId)!;
      const shared = before.resourceIds.find((r) => task.resourceIds.includes(r)) ?? task.resourceIds[0]!;
      return other.id === job.id ? null : `${load.names[shared] ?? shared} is on ${other.name}`;
    }
    const notBefore = load.wishes.find((w) => w.jobId === job.id)?.operations[o.id]?.notBefore;
    if (notBefore && task.startMin >= minuteOf(load.firstDay, notBefore))
      return `${o.title} is held back to ${notBefore}`;
    if (o.needsParts && job.parts && task.startMin >= minuteOf(load.firstDay, job.parts.on))
      return `${job.parts.what}, there on ${job.parts.on}`;
    return null;
  };
  return (jobId) => {
    const job = jobs.find((j) => j.id === jobId)!;
    const byId = new Map(job.operations.map((o) => [o.id, o]));
    const waits = new Map<string, number>();
    const wait = (why: string | null, minutes: number) => {
      if (why !== null && minutes >= NO_WAIT_MIN) waits.set(why, (waits.get(why) ?? 0) + minutes);
    };
    let at: ShopOperation | undefined = job.operations.reduce((a, b) =>
      taskOf.get(b.id)!.endMin > taskOf.get(a.id)!.endMin ? b : a,
    );
    while (at) {
      const o: ShopOperation = at;
      // Of what it stands on that which is ready last.
      const last = o.after.reduce<{ id: string; readyMin: number; waitMin: number } | null>((latest, a) => {
        const readyMin = taskOf.get(a.id)!.endMin + a.waitMin;
        return !latest || readyMin > latest.readyMin ? { id: a.id, readyMin, waitMin: a.waitMin } : latest;
      }, null);
      wait(reason(job, o), taskOf.get(o.id)!.startMin - (last?.readyMin ?? load.nowMin));
      if (last) wait(`${byId.get(last.id)!.title} dries`, last.waitMin);
      at = last ? byId.get(last.id) : undefined;
    }
    return [...waits].sort((a, b) => b[1] - a[1]).map(([words]) => words);
  };
}
