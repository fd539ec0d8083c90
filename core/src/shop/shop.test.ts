// Calendars, operations and plans are checked by hand on small shops (no outside source: arithmetic of days); the solver
// behind them has its own outside checks.
import { demoBoard } from '@ombrik/demo/demoBoards';
import { describe, expect, it } from 'vitest';
import { boardPlan } from '../build/buildPlan.ts';
import { buildState } from '../build/buildState.ts';
import { derive } from '../derive.ts';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import { partIndex } from '../document/references.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { reckonedHours } from '../power/quote/quote.ts';
import { profileOf } from '../profiles/ownRules.ts';
import { planShop, type ShopLoad } from './planShop.ts';
import { enquiryLike, promise } from './promise.ts';
import { defaultCalendar, type ShopCalendar, spansOf, USUAL_HOURS, withEverybody } from './shopCalendar.ts';
import { DAY_MIN } from './shopDays.ts';
import { type ShopJob, type ShopOperation, shopOperations, type WorkLeft } from './shopWork.ts';

const MONDAY = '2026-11-30';
const PEOPLE = [
  { id: 'mira', roles: ['designer'] },
  { id: 'jonas', roles: ['assembler'] },
  { id: 'ada', roles: ['tester'] },
];
const calendar: ShopCalendar = withEverybody(defaultCalendar, PEOPLE);
const names = { mira: 'Mira', jonas: 'Jonas', ada: 'Ada' };
const operation = (jobId: string, key: string, minutes: number, more: Partial<ShopOperation> = {}): ShopOperation => ({
  id: `${jobId}/${key}`,
  jobId,
  kind: 'mount',
  title: key,
  minutes,
  skill: 'assembly',
  place: 'bench',
  after: [],
  needsParts: false,
  ...more,
});
const job = (
  id: string,
  wantedOn: string | null,
  operations: ShopOperation[],
  more: Partial<ShopJob> = {},
): ShopJob => ({
  id,
  number: 401,
  name: `Board ${id}`,
  wantedOn,
  parts: null,
  trouble: null,
  untold: null,
  operations,
  ...more,
});
const load = (jobs: ShopJob[], more: Partial<ShopLoad> = {}): ShopLoad => ({
  firstDay: MONDAY,
  nowMin: 480,
  calendar,
  names,
  jobs,
  wishes: [],
  learned: [],
  ...more,
});
const LOOKS = 20_000;

describe('the shop’s calendar', () => {
  it('has everybody’s hours less holidays, absences and, for who only visits, all other days', () => {
    const own = {
      personId: 'x',
      skills: [],
      hours: USUAL_HOURS,
      visits: null,
      away: [{ from: '2026-12-01', to: '2026-12-01', why: '' }],
    };
    const closed = [{ from: '2026-12-03', to: '2026-12-04', why: 'fair' }];
    const spans = spansOf({ opensMin: 480, closed }, own, MONDAY, 8);
    expect(spans).toEqual([
      [480, 960],
      [2 * DAY_MIN + 480, 2 * DAY_MIN + 960],
      [7 * DAY_MIN + 480, 7 * DAY_MIN + 960],
    ]);
    expect(spansOf({ opensMin: 480, closed }, { ...own, visits: ['2026-12-02'] }, MONDAY, 8)).toEqual([spans[1]]);
  });
  it('gives whoever has said nothing the usual hours and what their role does', () => {
    expect(calendar.hands.find((h) => h.personId === 'jonas')).toMatchObject({
      skills: ['panels', 'cables', 'assembly'],
      hours: USUAL_HOURS,
    });
  });
});

describe('the operations of a job', () => {
  const board = demoBoard('hut');
  const profile = profileOf(board, defaultWorkshop);
  const dossier = derive(board, genericCatalogue, profile, defaultWorkshop);
  const plan = boardPlan(board, genericCatalogue, profile, dossier);
  const work = (more: Partial<WorkLeft> = {}): WorkLeft => ({
    job: { id: 'jb', number: 401, name: 'Hut', wantedOn: null, parts: null, trouble: null, untold: null },
    released: true,
    plan,
    openAt: () => 1,
    likely: () => 1,
    reckonedHours: reckonedHours(board, dossier, partIndex(board, genericCatalogue)),
    designedHours: 0,
    cablesLeft: 1,
    checksLeft: 1,
    panelName: (id) => id,
    ...more,
  });
  it('hold all minutes of its build plan, wait only for one another, and end with packing', () => {
    const all = shopOperations(work());
    const kinds = ['cables', 'test', 'pack'];
    const built = all.filter((o) => !kinds.includes(o.kind)).reduce((sum, o) => sum + o.minutes, 0);
    expect(built).toBeCloseTo(plan.minutes, 6);
    const seen = new Set(all.map((o) => o.id));
    for (const o of all) for (const a of o.after) expect(seen).toContain(a.id);
    expect(all.at(-1)!.kind).toBe('pack');
    // Nothing goes on varnish that is wet.
    const mounts = all.filter((o) => o.kind === 'mount');
    expect(mounts.length).toBeGreaterThan(0);
    for (const m of mounts) expect(m.after.some((a) => a.id.startsWith('jb/surface') && a.waitMin === 240)).toBe(true);
    // It can be planned: nothing waits in a circle.
    const everybody = withEverybody(defaultCalendar, [...PEOPLE, { id: 'tomas', roles: ['electrician'] }]);
    const planned = planShop(load([job('jb', null, all)], { calendar: everybody }), LOOKS);
    expect(planned.unplanned).toEqual([]);
    expect(planned.operations).toHaveLength(all.length);
  });
  it('shrink by what is done and grow with what is not designed and with several of the same', () => {
    const whole = shopOperations(work());
    const half = plan.steps.slice(0, Math.floor(plan.steps.length / 2));
    const said = half.map((s, i) => ({
      key: `k${i}`,
      stepId: s.id,
      fingerprint: s.fingerprint,
      said: { kind: 'done' as const, minutes: 1, planned: 1, value: null, toolId: null },
      personName: 'Jonas',
      saidAt: '',
      at: '',
    }));
    const state = buildState(plan, said, new Set());
    const done = new Set(state.steps.flatMap((s) => (s.state === 'done' ? [s.step.id] : [])));
    const left = shopOperations(work({ openAt: (s) => (done.has(s.id) ? 0 : 1), cablesLeft: 0, checksLeft: 0.5 }));
    const sum = (all: ShopOperation[]) => all.reduce((s, o) => s + o.minutes, 0);
    expect(sum(left)).toBeLessThan(sum(whole));
    expect(left.some((o) => o.kind === 'cables')).toBe(false);
    const drawn = shopOperations(work({ released: false, designedHours: 1 }));
    expect(drawn[0]).toMatchObject({ kind: 'design', skill: 'design' });
    const three = shopOperations(work({ openAt: () => 3 }));
    const mount = (all: ShopOperation[]) => all.filter((o) => o.kind === 'mount').reduce((s, o) => s + o.minutes, 0);
    expect(mount(three)).toBeCloseTo(3 * mount(whole), 6);
  });
});

describe('the plan of the shop', () => {
  it('gives hands with the skill, keeps two from one pair of hands, and the day a part comes', () => {
    const a = job('a', '2026-12-02', [operation('a', 'mount', 480, { needsParts: true })], {
      parts: { on: '2026-12-01', what: 'the inverter' },
    });
    const b = job('b', '2026-12-01', [operation('b', 'mount', 240)]);
    const { operations, jobs } = planShop(load([a, b]), LOOKS);
    expect(operations.every((o) => o.personId === 'jonas' && o.place?.startsWith('bench'))).toBe(true);
    const [ofA, ofB] = ['a', 'b'].map((id) => operations.find((o) => o.jobId === id)!);
    expect(ofB).toMatchObject({ startMin: 480, endMin: 720 });
    expect(ofA).toMatchObject({ startMin: DAY_MIN + 480, endMin: DAY_MIN + 960 });
    expect(jobs.find((j) => j.jobId === 'a')!.heldBy).toEqual(['the inverter, there on 2026-12-01']);
  });
  it('a job wanted sooner goes before, unless somebody says otherwise; and says whose board is in the way', () => {
    const jobs = [
      job('late', '2026-12-11', [operation('late', 'mount', 900)]),
      job('soon', '2026-12-02', [operation('soon', 'mount', 900)]),
    ];
    const starts = (more: Partial<ShopLoad> = {}) => {
      const plan = planShop(load(jobs, more), LOOKS);
      return [plan, ...['soon', 'late'].map((id) => plan.operations.find((o) => o.jobId === id)!.startMin)] as const;
    };
    const [plan, soon, late] = starts();
    expect(soon!).toBeLessThan(late!);
    expect(plan.jobs.find((j) => j.jobId === 'late')!.heldBy).toEqual(['Jonas is on Board soon']);
    const [, then, first] = starts({ wishes: [{ jobId: 'late', turn: 'first', operations: {} }] });
    expect(first!).toBeLessThan(then!);
    const held = { 'soon/mount': { notBefore: '2026-12-04', personId: null } };
    expect(starts({ wishes: [{ jobId: 'soon', turn: 'usual', operations: held }] })[1]).toBe(4 * DAY_MIN + 480);
  });
  it('says why a job cannot be planned, and plans the others', () => {
    const mains = job('m', null, [operation('m', 'ends', 60, { skill: 'mains', title: 'Studs' })]);
    const other = job('o', null, [operation('o', 'mount', 60)]);
    const sketch = { ...job('s', null, []), untold: 'nothing is wired yet' };
    expect(planShop(load([sketch, other]), LOOKS).unplanned).toEqual([{ jobId: 's', why: 'nothing is wired yet' }]);
    expect(planShop(load([mains, other]), LOOKS)).toMatchObject({
      unplanned: [{ jobId: 'm', why: 'nobody does mains work (licensed)' }],
      jobs: [{ jobId: 'o' }],
    });
    const visitor = { personId: 'tomas', skills: ['mains'] as const, hours: USUAL_HOURS, visits: [], away: [] };
    const visited = (visits: string[]) => ({ ...calendar, hands: [...calendar.hands, { ...visitor, visits }] });
    expect(planShop(load([mains], { calendar: visited([]) }), LOOKS).unplanned[0]!.why).toMatch(/no visit/);
    const planned = planShop(load([mains], { calendar: visited(['2026-12-03']) }), LOOKS);
    expect(planned.operations[0]!.startMin).toBe(3 * DAY_MIN + 480);
  });
  it('where hours do for one job and not for both, one is planned and the other said', () => {
    const visitor = {
      personId: 'tomas',
      skills: ['mains'] as const,
      hours: USUAL_HOURS,
      visits: ['2026-12-03'],
      away: [],
    };
    const mains = (id: string) =>
      job(id, '2026-12-04', [
        operation(id, 'mount', 60),
        operation(id, 'ends', 300, { skill: 'mains', after: [{ id: `${id}/mount`, waitMin: 0 }] }),
      ]);
    const more = { calendar: { ...calendar, hands: [...calendar.hands, visitor] } };
    const plan = planShop(load([mains('a'), mains('b')], more), LOOKS);
    expect(plan.jobs).toHaveLength(1);
    expect(plan.unplanned).toEqual([
      {
        jobId: plan.jobs[0]!.jobId === 'a' ? 'b' : 'a',
        why: 'whoever does mains work (licensed) has too few hours, and the others take their hours',
      },
    ]);
    expect(plan.operations.every((o) => Number.isFinite(o.endMin))).toBe(true);
  });
  it('the likely range widens with what the shop’s own times spread', () => {
    const long = job('a', '2026-12-31', [operation('a', 'mount', 4800)]);
    const timed = (low: number, high: number) => [
      {
        kind: 'mount' as const,
        count: 20,
        plannedMinutes: 1,
        tookMinutes: 1,
        factor: { low, median: 1, high },
        bySize: [],
      },
    ];
    const range = (low: number, high: number) =>
      planShop(load([long], { learned: timed(low, high) }), LOOKS).jobs[0]!.ships;
    expect(range(1, 1)).toEqual({ early: '2026-12-14', likely: '2026-12-14', late: '2026-12-14' });
    const wide = range(0.6, 1.6);
    expect(wide.early < '2026-12-14' && wide.late > '2026-12-14').toBe(true);
  });
});

describe('can it be promised', () => {
  const jobs = [
    job('big', '2026-12-04', [operation('big', 'mount', 5 * 460)]),
    job('ask', null, [operation('ask', 'mount', 460, { needsParts: true })], {
      parts: { on: '2026-12-01', what: 'lugs' },
    }),
  ];
  it('says the chance as it stands and with what would give, and who pays for it', () => {
    const answer = promise(load(jobs), 'ask', '2026-12-01', LOOKS);
    const give = (what: string) => answer.gives.find((g) => g.what.startsWith(what))!;
    const stands = give('as it stands').chance;
    // A day's work on the very day its parts come: as likely as not.
    expect(stands).toBeGreaterThan(0.1);
    expect(stands).toBeLessThan(0.9);
    expect(give('this job first').chance).toBeGreaterThanOrEqual(stands);
    expect(give('an hour more').chance).toBeGreaterThan(stands);
    expect(give('its parts there now, not on 2026-12-01').chance).toBeGreaterThan(stands);
    expect(answer.ships.likely >= '2026-12-01').toBe(true);
  });
  it('counts the harm to a job that was in time before', () => {
    const tight = [job('big', '2026-12-03', [operation('big', 'mount', 3.4 * 480)]), jobs[1]!];
    const harms = promise(load(tight), 'ask', '2026-12-01', LOOKS).gives.find(
      (g) => g.what === 'this job first',
    )!.harms;
    expect(harms).toMatchObject([{ jobId: 'big' }]);
    expect(harms[0]!.after).toBeLessThan(harms[0]!.before);
  });
  it('an enquiry is planned beside the job it is like, and is told from it', () => {
    const like = enquiryLike(jobs[0]!, 'new', '2026-12-18');
    const plan = planShop(load([...jobs, like]), LOOKS);
    expect(plan.operations.filter((o) => o.jobId === 'new')).toHaveLength(1);
    expect(() => promise(load(jobs), 'none', '2026-12-02', LOOKS)).toThrow('jobId is "none"');
  });
});
