// The feed is read back by hand after RFC 5545; plans themselves are tested in the core.

import { planShop } from '@ombrik/core/shop/planShop';
import { defaultCalendar } from '@ombrik/core/shop/shopCalendar';
import type { ShopSheet } from '@ombrik/core/shop/shopSheet';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Client, testServer } from '../testing/testServer.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
let jonas: Client;
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
  jonas = await server.as('pe_assembler');
});
afterAll(() => server.close());

const sheet = async (): Promise<ShopSheet> => (await jonas.get('/api/schedule')).json.sheet;
const jobNamed = async (words: RegExp) => (await sheet()).jobs.find((j) => words.test(j.name))!;

describe('the shop’s plan on the server', () => {
  it('has every job with work left, what is done left out, and what its parts wait for', async () => {
    const { jobs, calendar, names, fresh } = await sheet();
    expect(jobs.length).toBeGreaterThanOrEqual(4);
    // The shipped cart has nothing left to plan.
    expect(jobs.some((j) => /flower/i.test(j.name))).toBe(false);
    expect(fresh.length).toBeGreaterThan(jobs.length);
    const hut = await jobNamed(/hut/i);
    const whole = fresh.find((j) => j.id === hut.id)!;
    const cables = (j: typeof hut) => j.operations.find((o) => o.kind === 'cables')!.minutes;
    expect(cables(hut)).toBeLessThan(cables(whole));
    expect(hut.operations.some((o) => o.kind === 'design')).toBe(false);
    expect(whole.operations[0]!.kind).toBe('design');
    expect(calendar.hands.map((h) => names[h.personId])).toContain('Jonas Wick');
    // What is at the bench has only that left.
    const repeater = await jobNamed(/repeater/i);
    expect(repeater.operations.every((o) => ['test', 'pack'].includes(o.kind))).toBe(true);
  });
  it('what is moved is kept, and the next plan has it; only a designer moves', async () => {
    const hut = await jobNamed(/hut/i);
    const wish = {
      jobId: hut.id,
      turn: 'last',
      operations: [{ id: hut.operations[0]!.id, notBefore: '2031-01-06', personId: null }],
    };
    expect((await jonas.post('/api/schedule/wishes', wish)).status).toBe(403);
    expect((await mira.post('/api/schedule/wishes', wish)).status).toBe(200);
    const after = await sheet();
    expect(after.wishes).toEqual([
      {
        jobId: hut.id,
        turn: 'last',
        operations: { [hut.operations[0]!.id]: { notBefore: '2031-01-06', personId: null } },
      },
    ]);
    await mira.post('/api/schedule/wishes', { jobId: hut.id, turn: 'usual', operations: [] });
    const bad = async (change: object) =>
      (await mira.post('/api/schedule/wishes', { ...wish, ...change })).json.problems;
    expect(await bad({ jobId: 'none' })).toEqual(['no such job']);
    expect((await bad({ turn: 'now' })).join()).toMatch(/turn.*first, usual, last/);
    const given = [{ id: 'x', notBefore: null, personId: 'pe_nobody' }];
    expect((await bad({ operations: given })).join()).toContain('given to "pe_nobody"');
    expect((await bad({ operations: [{ id: 'x', notBefore: '2026-02-30', personId: null }] })).join()).toContain(
      '2026-02-30',
    );
  });
  it('the calendar is a designer’s; hours count in the plan', async () => {
    const before = await sheet();
    const { hands } = before.calendar;
    const calendar = {
      ...defaultCalendar,
      hands: hands.map((h) => ({ ...h, visits: h.personId === 'pe_electrician' ? [] : null })),
    };
    expect((await jonas.post('/api/schedule/calendar', { calendar })).status).toBe(403);
    expect(
      (await mira.post('/api/schedule/calendar', { calendar: { ...calendar, benches: 0 } })).json.problems[0],
    ).toMatch(/benches is 0; accepted/);
    expect((await mira.post('/api/schedule/calendar', { calendar })).status).toBe(200);
    const mains = (s: ShopSheet) =>
      s.jobs.filter((j) => j.operations.some((o) => o.skill === 'mains')).map((j) => j.id);
    const load = await sheet();
    expect(mains(load).length).toBeGreaterThan(0);
    // Without a visit of the licensed person nothing of theirs can be planned.
    const held = planShop(load, 20_000).unplanned.filter((u) => u.why.includes('no visit'));
    expect(held.map((u) => u.jobId)).toEqual(mains(load));
    // Of an order that was only just taken nobody can tell what there is to do.
    const mast = load.jobs.find((j) => /mast/i.test(j.name))!;
    expect(planShop(load, 20_000).unplanned).toContainEqual({
      jobId: mast.id,
      why: 'nothing is wired yet: its work cannot be told',
    });
    await mira.post('/api/schedule/calendar', { calendar: { ...calendar, hands } });
  });
  it('feeds calendars at an address of its own, which a new one replaces', async () => {
    expect((await mira.get('/api/schedule')).json.feed).toBeNull();
    expect((await jonas.post('/api/schedule/feed', {})).status).toBe(403);
    const { feed } = (await mira.post('/api/schedule/feed', {})).json;
    const get = (token: string) => server.nobody.get(`/api/calendar/${token}.ics`);
    const { status, response } = await get(feed);
    expect(status).toBe(200);
    expect(response.headers.get('content-type')).toContain('text/calendar');
    const text = await response.text();
    expect(text.startsWith('BEGIN:VCALENDAR')).toBe(true);
    // Times of the wall, in no zone.
    expect(text).toMatch(/DTSTART:\d{8}T\d{6}\r\n/);
    expect(text.match(/BEGIN:VEVENT/g)!.length).toBeGreaterThan(10);
    expect(text.replaceAll(/\r\n\t/g, '')).toMatch(/SUMMARY:\d+ .* ships/);
    const again = (await mira.post('/api/schedule/feed', {})).json.feed;
    expect(again).not.toBe(feed);
    expect((await get(feed)).status).toBe(404);
    expect((await get('null')).status).toBe(404);
  });
  it('says who was last heard of at what', async () => {
    const on = async () =>
      (await mira.get('/api/schedule/now')).json.on as { personId: string; at: { kind: string } }[];
    const hut = await jobNamed(/hut/i);
    const { plan, revision } = (await jonas.get(`/api/jobs/${hut.id}/build`)).json;
    const record = {
      key: 'who-is-on-1',
      stepId: plan.steps[0].id,
      revision,
      fingerprint: plan.steps[0].fingerprint,
      said: { kind: 'held', reason: 'lunch' },
      unit: 1,
      saidAt: new Date().toISOString(),
    };
    await jonas.post(`/api/jobs/${hut.id}/build/records`, { records: [record] });
    expect((await on()).find((o) => o.personId === 'pe_assembler')).toMatchObject({
      jobId: hut.id,
      at: { kind: 'step', id: plan.steps[0].id },
    });
  });
  it('what the floor reports is seen by everybody until it is settled', async () => {
    const reports = async () =>
      (await mira.get('/api/schedule/reports')).json.reports as { jobId: string; text: string }[];
    // The press shed of the demo has two.
    expect((await reports()).map((r) => r.text)).toEqual([
      'clips of this size have run out',
      expect.stringMatching(/^W\d+ as a formed link of copper$/),
    ]);
    const hut = await jobNamed(/hut/i);
    const { plan, revision } = (await jonas.get(`/api/jobs/${hut.id}/build`)).json;
    const [a, b] = [plan.steps[0], plan.steps.find((s: { kind: string }) => s.kind === 'lay')];
    let n = 0;
    const say = (who: Client, step: typeof a, said: object) => {
      const key = `report-key-${n++}`;
      const { id: stepId, fingerprint } = step;
      const records = [{ key, stepId, revision, unit: 1, fingerprint, said, saidAt: new Date().toISOString() }];
      return who.post(`/api/jobs/${hut.id}/build/records`, { records }).then(() => key);
    };
    await say(jonas, a, { kind: 'problem', text: 'saw is blunt' });
    const told = await say(jonas, b, {
      kind: 'otherwise',
      what: { kind: 'link', cableId: b.cableIds[0] },
      words: 'a link',
    });
    const ofHut = async () => (await reports()).filter((r) => r.jobId === hut.id).map((r) => r.text);
    expect(await ofHut()).toEqual(['a link', 'saw is blunt']);
    await say(jonas, a, { kind: 'solved', text: '' });
    await say(mira, b, { kind: 'answered', to: told, taken: false, reason: 'no', as: null });
    expect(await ofHut()).toEqual([]);
  });
  it('counts where time went, from what was entered and what was timed', async () => {
    const { times } = (await mira.get('/api/schedule/times')).json;
    const press = times.jobs.find((j: { name: string }) => /press shed/i.test(j.name));
    expect(press.timedMinutes).toBeGreaterThan(30);
    expect(press.entered).toMatchObject({ design: 7, cables: 6 });
    expect(times.learned.find((l: { kind: string }) => l.kind === 'mount').factor.median).toBeGreaterThan(1.2);
    // What the steps took goes into the next offer: mounting took longer than planned.
    const hut = await jobNamed(/hut/i);
    const { past } = (await mira.get(`/api/jobs/${hut.id}/quotes`)).json;
    expect(past.build.jobs).toBeGreaterThanOrEqual(2);
  });
  it('says what is still to be crimped, die by die', async () => {
    const { dies } = (await jonas.get('/api/schedule/dies')).json;
    expect(dies.length).toBeGreaterThan(2);
    // Of the hut some cables are made, of the others all: only the hut is left.
    for (const d of dies) expect(d.jobs.map((j: { name: string }) => j.name)).toEqual(['Larchfold hut board']);
  });
  it('is worked out once for all who ask, and anew when anything it is made of changes', async () => {
    const first = await sheet();
    const again = await Promise.all(Array.from({ length: 10 }, sheet));
    for (const s of again) expect(s.jobs).toEqual(first.jobs);
    const hut = await jobNamed(/hut/i);
    await mira.post(`/api/jobs/${hut.id}/wanted`, { wantedOn: '2031-02-03' });
    expect((await jobNamed(/hut/i)).wantedOn).toBe('2031-02-03');
    await mira.post('/api/workshop', { hourRate: 77 });
    expect((await sheet()).jobs).toHaveLength(first.jobs.length);
  });
});
