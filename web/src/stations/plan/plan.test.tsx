// @vitest-environment happy-dom
import { planShop } from '@ombrik/core/shop/planShop';
import { promise } from '@ombrik/core/shop/promise';
import { defaultCalendar, withEverybody } from '@ombrik/core/shop/shopCalendar';
import type { ShopSheet } from '@ombrik/core/shop/shopSheet';
import type { ShopJob } from '@ombrik/core/shop/shopWork';
import { act, cleanup, fireEvent, renderHook, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { choose, click, press } from '../../testing/hands.ts';
import { type Asked, JONAS, MIRA, serverThat, show } from '../../testing/screen.tsx';
import { PlanPage } from './PlanPage.tsx';
import { planAxis } from './planAxis.ts';
import { chanceWords, shipsWords } from './planWords.ts';
import { usePages } from './usePages.ts';
import { WallScreen } from './WallScreen.tsx';

const LOOKS = 10_000;
vi.mock('./shopPlanner.ts', () => ({
  askPlan: (work: (planner: unknown) => unknown) =>
    work({
      plan: async (load: ShopSheet) => planShop(load, LOOKS),
      promise: async (load: ShopSheet, jobId: string, day: string) => promise(load, jobId, day, LOOKS),
    }),
}));
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const job = (id: string, number: number, wantedOn: string, minutes: number): ShopJob => ({
  id,
  number,
  name: `Board ${id}`,
  wantedOn,
  parts: null,
  trouble: null,
  untold: null,
  operations: [
    {
      id: `${id}/mount`,
      jobId: id,
      kind: 'mount',
      title: 'Mount parts',
      minutes,
      skill: 'assembly',
      place: 'bench',
      after: [],
      needsParts: true,
    },
  ],
});
const PEOPLE = [
  { id: 'mira', roles: ['designer'] },
  { id: 'jonas', roles: ['assembler'] },
  { id: 'lea', roles: ['assembler'] },
];
const sheet = (): ShopSheet => {
  const jobs = [job('a', 401, '2026-12-02', 300), job('b', 402, '2026-12-04', 300), job('c', 403, '2026-12-04', 300)];
  return {
    firstDay: '2026-11-30',
    nowMin: 480,
    calendar: withEverybody(defaultCalendar, PEOPLE),
    names: { mira: 'Mira', jonas: 'Jonas', lea: 'Lea' },
    jobs,
    fresh: jobs,
    wishes: [],
    learned: [],
  };
};

async function open(own = sheet(), who: object = MIRA) {
  const asked = serverThat({
    '/api/me': who,
    '/api/schedule': (a: Asked) => (a.method === 'POST' ? { ok: true, feed: 'x' } : { sheet: own, feed: null }),
  });
  show(<PlanPage />, { at: '/plan' });
  await screen.findByRole('list', { name: 'Lanes of work' });
  return asked;
}
const posts = (asked: Asked[]) => asked.filter((a) => a.method === 'POST').map((a) => [a.path, a.body]);
const lane = (name: string) =>
  within(screen.getByRole('list', { name: 'Lanes of work' }))
    .getByText(name)
    .closest('li')!;

describe('the plan of the shop', () => {
  it('has a lane for every person with their work, and for every job when it ships', async () => {
    await open();
    expect(within(lane('Mira')).queryAllByRole('button')).toEqual([]);
    expect(
      within(lane('Jonas')).getAllByRole('button').length + within(lane('Lea')).getAllByRole('button').length,
    ).toBe(3);
    await click(screen.getByRole('radio', { name: 'by job' }));
    expect(lane('401 Board a').textContent).toMatch(/ships 30 Nov/);
    const table = screen.getByRole('table', { name: 'Jobs of the plan' });
    expect(within(table).getByRole('row', { name: /401 Board a/ }).textContent).toMatch(/2 Dec.*sure/);
  });
  it('what is moved is tried first: what slips is told, and left or kept', async () => {
    const asked = await open();
    await click(within(lane('Jonas')).getAllByRole('button')[0]!);
    const chosen = screen.getByRole('complementary', { name: 'Chosen in the plan' });
    const name = within(chosen).getByRole('link').textContent!;
    fireEvent.change(within(chosen).getByLabelText('Not before'), { target: { value: '2026-12-03' } });
    const told = await screen.findByRole('region', { name: 'What slips' });
    await screen.findByText(/30 Nov → 3 Dec/);
    expect(told.textContent).toContain(name.replace(/^\d+ /, ''));
    expect(posts(asked)).toEqual([]);
    await press('Leave it as it was');
    expect(screen.queryByRole('region', { name: 'What slips' })).toBeNull();
    await choose(within(chosen).getByLabelText('Done by'), 'lea');
    await click(await screen.findByRole('radio', { name: 'first' }));
    await screen.findByText('Tried, not kept');
    await press('Keep this plan');
    const [path, body] = posts(asked)[0]!;
    expect(path).toBe('/api/schedule/wishes');
    expect(body).toMatchObject({ turn: 'first', operations: [{ notBefore: null, personId: 'lea' }] });
  });
  it('an assembler looks, and moves nothing', async () => {
    await open(sheet(), JONAS);
    await click(within(lane('Jonas')).getAllByRole('button')[0]!);
    expect(screen.getByLabelText('Not before').closest('fieldset')).toHaveProperty('disabled', true);
    expect(screen.getByText('Only a designer moves work in the plan.')).toBeTruthy();
  });
  it('says whether a day can be promised, for a job and for an order like one', async () => {
    await open();
    await click(screen.getByRole('tab', { name: 'Can I promise it?' }));
    await choose(screen.getByLabelText('Which job'), 'job a');
    fireEvent.change(screen.getByLabelText('For which day'), { target: { value: '2026-12-02' } });
    await press('Can I promise it?');
    await screen.findByText(/Yes, as far as the shop’s times tell: sure by 2 Dec/);
    await choose(screen.getByLabelText('Which job'), 'like b');
    await press('Can I promise it?');
    await screen.findByText(/this job first, and an hour more/);
  });
  it('hours, days away and places are changed in the calendar', async () => {
    const asked = await open();
    await click(screen.getByRole('tab', { name: 'Calendar and hands' }));
    await click(screen.getByLabelText('Mira assembles'));
    const sent = posts(asked)[0]![1] as { calendar: ShopSheet['calendar'] };
    expect(sent.calendar.hands[0]!.skills).toContain('assembly');
    fireEvent.change(screen.getByLabelText('the shop away from'), { target: { value: '2026-12-24' } });
    await click(
      within(screen.getByRole('heading', { name: 'Days the shop is closed' }).closest('section')!).getByRole('button', {
        name: 'Add days away',
      }),
    );
    expect(posts(asked)[1]![1]).toMatchObject({
      calendar: { closed: [{ from: '2026-12-24', to: '2026-12-24', why: '' }] },
    });
    await click(screen.getAllByLabelText('comes on single days only')[1]!);
    expect(posts(asked)[2]![1]).toMatchObject({ calendar: { hands: [{}, { visits: [] }, {}] } });
    await press('Give it an address');
    expect(posts(asked)[3]![0]).toBe('/api/schedule/feed');
  });
  it('a job nobody can do says why', async () => {
    const own = sheet();
    const mains = { ...own.jobs[0]!, operations: [{ ...own.jobs[0]!.operations[0]!, skill: 'mains' as const }] };
    await open({ ...own, jobs: [mains, own.jobs[1]!] });
    expect(screen.getByRole('row', { name: /401/ }).textContent).toContain('nobody does mains work');
  });
});

describe('dies over all jobs', () => {
  it('lead to the cards of each job, and say what is not cut yet', async () => {
    const cables = [
      { cableId: 'c1', designation: 'W1', ends: 2, cut: true },
      { cableId: 'c2', designation: 'W2', ends: 1, cut: false },
    ];
    const jobs = [{ jobId: 'a', number: 401, name: 'Hut', wantedOn: '2026-12-04', cables }];
    serverThat({
      '/api/me': MIRA,
      '/api/schedule/dies': { dies: [{ dieId: 'hex 10', toolName: 'press', ends: 3, jobs }] },
      '/api/schedule': { sheet: sheet(), feed: null },
    });
    show(<PlanPage />, { at: '/plan' });
    await click(await screen.findByRole('tab', { name: 'Dies' }));
    const list = within(await screen.findByRole('list', { name: 'Dies to set up' }));
    expect(list.getByText('W1 ×2, W2*')).toBeTruthy();
    expect(list.getByText('3 ends')).toBeTruthy();
    expect(list.getByRole('link', { name: '401 Hut' }).getAttribute('href')).toBe('/jobs/a/cables/cards');
  });
});

describe('times of the shop', () => {
  it('say which estimates hold, where hours went, and what was done again', async () => {
    const factor = (median: number, low = median * 0.9, high = median * 1.1) => ({ low, median, high });
    const times = {
      learned: [
        { kind: 'mount', count: 12, plannedMinutes: 60, tookMinutes: 95, factor: factor(1.6), bySize: [] },
        { kind: 'lay', count: 9, plannedMinutes: 30, tookMinutes: 31, factor: factor(1.02), bySize: [] },
        { kind: 'torque', count: 2, plannedMinutes: 3, tookMinutes: 9, factor: factor(3), bySize: [] },
        { kind: 'clamp', count: 20, plannedMinutes: 30, tookMinutes: 40, factor: factor(1, 0.4, 2.2), bySize: [] },
      ],
      jobs: [{ jobId: 'a', number: 401, name: 'Hut', entered: { design: 3 }, timedMinutes: 95, plannedMinutes: 60 }],
      rework: [{ what: 'cable', reason: 'wrong die', count: 3 }],
      dies: [{ dieId: 'hex 10', crimped: 10, redone: 2 }],
    };
    serverThat({ '/api/me': MIRA, '/api/schedule/times': { times }, '/api/schedule': { sheet: sheet(), feed: null } });
    show(<PlanPage />, { at: '/plan' });
    await click(await screen.findByRole('tab', { name: 'Times' }));
    const table = within(await screen.findByRole('table', { name: 'Estimates of kinds of work' }));
    const said = ['Mount parts', 'Lay cables', 'Studs', 'Clamps'].map(
      (name) => table.getByRole('row', { name: new RegExp(name) }).lastElementChild!.textContent,
    );
    expect(said).toEqual([
      'planned too short; the plan uses the median',
      'holds',
      'too few to tell',
      'varies too much to trust',
    ]);
    expect(screen.getByText(/1 h 35 of 1 h 00/)).toBeTruthy();
    expect(screen.getByText('wrong die').parentElement!.textContent).toContain('3');
    expect(screen.getByText('2 of 10')).toBeTruthy();
  });
});

describe('the wall on a large screen', () => {
  const screenOf = async (own: ShopSheet, on: object[] = []) => {
    serverThat({
      '/api/me': MIRA,
      '/api/schedule/now': { on },
      '/api/schedule': { sheet: own, feed: null },
    });
    show(<WallScreen />, { at: '/screen' });
    await screen.findAllByRole('listitem');
    await screen.findAllByText(/401/);
  };
  it('shows the most pressing first: trouble, then what is least likely in time', async () => {
    const own = sheet();
    const late = { ...own.jobs[1]!, wantedOn: '2026-11-27' };
    const troubled = { ...own.jobs[2]!, trouble: 'clips have run out' };
    await screenOf({ ...own, jobs: [own.jobs[0]!, late, troubled] });
    const rows = within(screen.getByRole('list', { name: /most pressing/ }))
      .getAllByRole('listitem')
      .map((r) => r.textContent);
    expect(rows.map((r) => r!.slice(0, 3))).toEqual(['403', '402', '401']);
    expect(rows[0]).toContain('▲ clips have run out');
    expect(rows[1]).toMatch(/▲ .*not by 27 Nov/);
  });
  it('says who is on what, and which parts are missing', async () => {
    const own = sheet();
    const waits = { ...own.jobs[0]!, parts: { on: '2026-12-03', what: 'inverter' } };
    const when = new Date(Date.now() - 5 * 60_000).toISOString();
    await screenOf({ ...own, jobs: [waits] }, [
      { personId: 'jonas', personName: 'Jonas', jobId: 'a', at: { kind: 'step', id: 'x' }, when },
    ]);
    await screen.findByText(/Board a, 5 min ago/);
    expect(screen.getAllByText(/inverter/).length).toBeGreaterThan(0);
  });
  it('turns its pages by itself', () => {
    vi.useFakeTimers();
    const { result } = renderHook(() => usePages(20, 7));
    expect(result.current).toEqual({ at: 0, count: 3 });
    act(() => void vi.advanceTimersByTime(3 * 12_000));
    expect(result.current.at).toBe(0);
    act(() => void vi.advanceTimersByTime(12_000));
    expect(result.current.at).toBe(1);
    vi.useRealTimers();
  });
});

describe('the axis of working days', () => {
  const axis = planAxis(withEverybody(defaultCalendar, PEOPLE), '2026-11-30', 10);
  it('leaves nights and weekends out and finds the day again', () => {
    expect(axis.days.map((d) => d.day)).toEqual([
      '2026-11-30',
      '2026-12-01',
      '2026-12-02',
      '2026-12-03',
      '2026-12-04',
      '2026-12-07',
      '2026-12-08',
      '2026-12-09',
      '2026-12-10',
      '2026-12-11',
    ]);
    expect(axis.days.filter((d) => d.newWeek).map((d) => d.day)).toEqual(['2026-12-07']);
    // Friday evening and Monday before the shop opens lie on the same line.
    expect(axis.shareOf(4 * 1440 + 1200)).toBeCloseTo(0.5, 6);
    expect(axis.shareOf(7 * 1440 + 300)).toBeCloseTo(0.5, 6);
    expect(axis.dayAt(0.5)).toBe('2026-12-07');
    expect(axis.shareOf(500 * 1440)).toBe(1);
  });
  it('says chances no finer than they are known', () => {
    expect([0, 0.31, 0.99].map(chanceWords)).toEqual(['not', '30 %', 'sure']);
    const ships = { early: '2026-12-04', likely: '2026-12-06', late: '2026-12-08' };
    expect(shipsWords({ ships, chance: 0.7 }, '2026-12-07')).toBe('ships 4 Dec to 8 Dec, 70 % by 7 Dec');
  });
});
