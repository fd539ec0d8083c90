import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Hands, pressesOf, valueNow } from '../testing/presses.ts';
import { type Client, testServer } from '../testing/testServer.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let people: Client[];
let mira: Client;
const known = {} as Hands;
const { PRESSES, own, pile } = pressesOf(known);
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
  people = await Promise.all(Array.from({ length: 20 }, () => server.as('pe_designer')));
  const { jobs } = (await mira.get('/api/jobs')).json;
  Object.assign(known, { server, mira });
  known.job = jobs.find((j: { jobName: string }) => j.jobName === 'Market cart box').id;
});
afterAll(() => server.close());

const count = async (table: string) => Number((await server.db(table).count('* as n').first())!.n);

/** Signing in and out change nobody's work; what opens a door, and who has the device, is tested with people; a file is sent as a form. */
const ELSEWHERE = [
  '/api/sign-in',
  '/api/demo-sign-in',
  '/api/sign-out',
  '/api/come-in/:token',
  '/api/people/invitations',
  '/api/people/:id/reset',
  '/api/people/:id/ended',
  '/api/own/sessions/:id/end',
  '/api/own/password',
  '/api/hooks',
  '/api/own/keys',
  '/api/own/keys/:id/end',
  '/api/own/switch',
  '/api/jobs/:id/files',
  '/api/jobs/:id/field-logs',
];

describe('every changing route takes one press once', () => {
  it('the list of presses covers the table of routes', () => {
    const posts = new Set(server.app.routes.filter((r) => r.method === 'POST').map((r) => r.path));
    expect([...posts].filter((p) => !ELSEWHERE.includes(p)).sort()).toEqual(Object.keys(PRESSES).sort());
    expect(server.app.routes.filter((r) => ['PUT', 'PATCH', 'DELETE'].includes(r.method)).map((r) => r.path)).toEqual(
      [],
    );
  });
  it.each(Object.entries(PRESSES))('%s: twenty hands with one key', async (route, { path, body, grows }) => {
    const [at, wish] = [(await valueNow(path)) as string, await valueNow(body)];
    const before = grows ? await count(grows[0]) : 0;
    const newest = () => server.db('audit').orderBy('number', 'desc').first();
    const { number } = await newest();
    const key = own();
    const answers = await Promise.all(people.map((p) => p.post(at, wish, key)));
    expect(answers[0]!.json?.problems, at).toBeUndefined();
    for (const a of answers) expect([a.status, a.json]).toEqual([answers[0]!.status, answers[0]!.json]);
    if (grows) expect((await count(grows[0])) - before).toBe(grows[1]);
    expect(await server.db('presses').where({ key })).toHaveLength(1);
    // Who did it to what is kept once, in whole words.
    const kept = await newest();
    expect(kept).toMatchObject({ number: number + 1, did: `POST ${route}`, who: 'Mira Holt' });
    expect(kept.says).not.toMatch(/undefined|null|\[object/);
    expect(kept.says.length).toBeGreaterThan(4);
    // The key is spent: another wish under it is refused and does nothing.
    const after = grows ? await count(grows[0]) : 0;
    const other = await mira.post(at, { ...(wish as object), more: 1 }, key);
    expect(other.status).toBe(422);
    expect(other.json.problems[0]).toMatch(/was used for something else/);
    if (grows) expect(await count(grows[0])).toBe(after);
  });
  it('a file sent twice lies there once', async () => {
    const files = () => count('attachments');
    const before = await files();
    const key = own();
    // As a browser does that tries again: the same file in a form that is cut by another mark each time.
    const send = (text: string) =>
      people[0]!.upload(`/api/jobs/${known.job}/files`, 'question.txt', Buffer.from(text), key);
    const same = 'which side is the door?';
    const sent = await Promise.all([send(same), send(same), send(same)]);
    expect(sent.map((s) => s.status)).toEqual([201, 201, 201]);
    expect(new Set(sent.map((s) => s.json.id)).size).toBe(1);
    const other = await send('which side is the roof?');
    expect([other.status, other.json.problems[0]]).toEqual([422, expect.stringContaining('used for something else')]);
    expect((await files()) - before).toBe(1);
  });
});

describe('what a press must be', () => {
  it('without a key, or with one too short, it is refused in words', async () => {
    for (const key of ['', 'short', 'with space in it']) {
      const got = await mira.post(`/api/jobs/${known.job}/wanted`, { wantedOn: null }, key);
      expect(got.status).toBe(422);
      expect(got.json.problems[0]).toMatch(/Idempotency-Key is ".*"; accepted: 8 to 80 letters and digits/);
    }
  });
  it('what is refused leaves nothing, and its key may be used again', async () => {
    const key = own();
    const wish = (hours: number) => ({ kind: 'design', hours, workedOn: '2026-11-20', note: '' });
    expect((await mira.post(`/api/jobs/${known.job}/hours`, wish(0), key)).status).toBe(422);
    expect((await mira.post(`/api/jobs/${known.job}/hours`, wish(1), key)).status).toBe(201);
  });
  it('what fails half-way leaves nothing behind: archive and release are whole or not at all', async () => {
    await server.db.raw(
      `CREATE FUNCTION no_moves() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE EXCEPTION 'disk on fire'; END $$`,
    );
    const { id } = (await mira.post(`/api/jobs/${known.job}/duplicate`, {})).json.job;
    const stockId = await pile('pcs');
    await mira.post(`/api/stock/${stockId}/reserve`, { quantity: 1, jobId: id, key: own() });
    await server.db.raw('CREATE TRIGGER no_moves BEFORE INSERT ON stock_moves EXECUTE FUNCTION no_moves()');
    const key = own();
    const failed = await mira.post(`/api/jobs/${id}/archive`, { archived: true }, key);
    await server.db.raw('DROP TRIGGER no_moves ON stock_moves');
    expect(failed.status).toBe(500);
    const archived = async () => (await server.db('jobs').where({ id }).first()).archived_at;
    expect(await archived()).toBeNull();
    expect((await mira.post(`/api/jobs/${id}/archive`, { archived: true }, key)).status).toBe(200);
    expect(await archived()).not.toBeNull();
  });
  it('another person’s key is not hers to answer with', async () => {
    const key = own();
    await mira.post(`/api/jobs/${known.job}/wanted`, { wantedOn: '2027-02-01' }, key);
    const edda = await server.as('pe_second');
    expect((await edda.post(`/api/jobs/${known.job}/wanted`, { wantedOn: '2027-02-01' }, key)).status).toBe(422);
  });
});
