import { planShop, type ShopLoad, type ShopPlan } from './planShop.ts';
import type { ShopJob } from './shopWork.ts';

/** One thing that could give so that a day can be promised. */
export interface Give {
  /** `as it stands`, `this job first`, … */
  what: string;
  chance: number;
  /** Jobs that were likelier than not in time and are no longer. */
  harms: readonly { jobId: string; before: number; after: number }[];
}

export interface PromiseAnswer {
  jobId: string;
  day: string;
  /** Days it ships on as it stands. */
  ships: ShopPlan['jobs'][number]['ships'];
  gives: readonly Give[];
}

/** An hour more a day, for so many weeks there are. Common practice, no source. */
const MORE_HOURS = 1;
const HARMED = 0.5;
/** Half a dozen plans are compared: each is searched for less long than the one that is kept. */
const LOOKS = 400_000;

/** A load with one job asked for a day. */
const asking = (load: ShopLoad, jobId: string, day: string): ShopLoad => ({
  ...load,
  jobs: load.jobs.map((j) => (j.id === jobId ? { ...j, wantedOn: day } : j)),
});

const firstTurn = (load: ShopLoad, jobId: string): ShopLoad => ({
  ...load,
  wishes: [
    ...load.wishes.filter((w) => w.jobId !== jobId),
    { operations: {}, ...load.wishes.find((w) => w.jobId === jobId), jobId, turn: 'first' },
  ],
});

const longerDays = (load: ShopLoad): ShopLoad => ({
  ...load,
  calendar: {
    ...load.calendar,
    hands: load.calendar.hands.map((h) => ({ ...h, hours: h.hours.map((x) => (x > 0 ? x + MORE_HOURS : 0)) })),
  },
});

const partsNow = (load: ShopLoad, jobId: string): ShopLoad => ({
  ...load,
  jobs: load.jobs.map((j) => (j.id === jobId ? { ...j, parts: null } : j)),
});

/**
 * Whether a job can be promised for a day: the chance as things stand, and with each thing that could give, and who would
 * pay for it.
 * @throws where there is no such job, or it cannot be planned
 * @example
 * promise({ firstDay: '2026-11-30', nowMin: 480, calendar: { opensMin: 480, closed: [], hands: [{ personId: 'p', skills: ['assembly'], hours: [8, 8, 8, 8, 8, 0, 0], visits: null, away: [] }], benches: 1, crimpPlaces: 1 }, names: {}, wishes: [], learned: [], jobs: [{ id: 'a', number: 1, name: '', wantedOn: null, parts: null, trouble: null, untold: null, operations: [{ id: 'a/pack', jobId: 'a', kind: 'pack', title: '', minutes: 45, skill: 'assembly', place: null, after: [], needsParts: false }] }] }, 'a', '2026-12-04', 1000).gives[0].chance; // 1
 */
export function promise(load: ShopLoad, jobId: string, day: string, looks = LOOKS): PromiseAnswer {
  const now = planShop(load, looks);
  const asked = asking(load, jobId, day);
  const ways: [string, ShopLoad][] = [
    ['as it stands', asked],
    ['this job first', firstTurn(asked, jobId)],
    [`an hour more each day`, longerDays(asked)],
    ['this job first, and an hour more each day', longerDays(firstTurn(asked, jobId))],
  ];
  const parts = load.jobs.find((j) => j.id === jobId)?.parts;
  if (parts) ways.push([`its parts there now, not on ${parts.on}`, partsNow(asked, jobId)]);
  const plans = ways.map(([what, way]) => ({ what, plan: planShop(way, looks) }));
  const chanceOf = (plan: ShopPlan, id: string) => plan.jobs.find((j) => j.jobId === id)?.chance ?? null;
  const own = plans[0]!.plan.jobs.find((j) => j.jobId === jobId);
  if (!own) {
    const why = plans[0]!.plan.unplanned.find((u) => u.jobId === jobId)?.why;
    throw new Error(why ?? `jobId is "${jobId}"; accepted: a job of the plan`);
  }
  return {
    jobId,
    day,
    ships: own.ships,
    gives: plans.map(({ what, plan }) => ({
      what,
      chance: chanceOf(plan, jobId) ?? 0,
      harms: now.jobs.flatMap(({ jobId: id, chance: before }) => {
        const after = chanceOf(plan, id);
        return id !== jobId && before !== null && after !== null && before >= HARMED && after < HARMED
          ? [{ jobId: id, before, after }]
          : [];
      }),
    })),
  };
}

/**
 * A job that is only asked about: as much work as another one, from its start.
 * @example
 * enquiryLike({ id: 'a', number: 1, name: 'Hut', wantedOn: null, parts: null, trouble: null, untold: null, operations: [] }, 'new', '2026-12-18').name; // 'enquiry like Hut'
 */
export const enquiryLike = (job: ShopJob, id: string, wantedOn: string): ShopJob => ({
  ...job,
  id,
  name: `enquiry like ${job.name}`,
  wantedOn,
  operations: job.operations.map((o) => ({
    ...o,
    id: o.id.replace(job.id, id),
    jobId: id,
    after: o.after.map((a) => ({ ...a, id: a.id.replace(job.id, id) })),
  })),
});
