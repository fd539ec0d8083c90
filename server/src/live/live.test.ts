import { Hono } from 'hono';
import pino from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PLAIN_DOOR } from '../http/door.ts';
import { type AppEnv, signedIn } from '../http/session.ts';
import { doorstepOf } from '../people/doorstep.ts';
import { type Client, testServer } from '../testing/testServer.ts';
import { openChanges } from './changes.ts';
import { liveRoutes } from './liveRoutes.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
let job: string;
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
  job = (await mira.get('/api/jobs')).json.jobs[0].id;
});
afterAll(() => server.close());

const hours = (hours: number) =>
  mira.post(`/api/jobs/${job}/hours`, { kind: 'design', hours, workedOn: '2026-11-20', note: '' });

/** A page that is open: what it was told last, until it goes. */
async function page(client: Client, at: string) {
  const response = await server.app.request(`/api/live?at=${at}`, { headers: { cookie: client.cookie } });
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  const told: string[][] = [];
  const hear = async () => {
    for (let heard = await reader.read(); !heard.done; heard = await reader.read())
      for (const [, list] of heard.value.matchAll(/event: present\ndata: (.*)/g))
        told.push(JSON.parse(list!).map((p: { name: string; at: string }) => `${p.name}: ${p.at}`));
  };
  void hear();
  return { now: () => told.at(-1), go: () => reader.cancel() };
}

describe('who looks at what', () => {
  it('everybody of the workshop is told, also by another server, and who goes is gone', async () => {
    const jonas = await server.as('pe_assembler');
    const hers = await page(mira, `${job}/board`);
    await expect.poll(hers.now).toEqual([`Mira Holt: ${job}/board`]);
    const his = await page(jonas, `${job}/build`);
    const both = [`Jonas Wick: ${job}/build`, `Mira Holt: ${job}/board`];
    await expect.poll(hers.now).toEqual(both);
    await expect.poll(his.now).toEqual(both);
    const other = await openChanges(server.url, pino({ level: 'silent' }));
    const end = other.listen(server.workshopId, () => {});
    await expect.poll(() => other.presence.of(server.workshopId)).toHaveLength(2);
    end();
    await his.go();
    await expect.poll(hers.now).toEqual([`Mira Holt: ${job}/board`]);
    await hers.go();
    await expect.poll(() => other.presence.of(server.workshopId)).toEqual([]);
    await other.close();
  });
  it('who signed out is told no more, though the line stays open', async () => {
    const tomas = await server.as('pe_electrician');
    const door = doorstepOf(server.parts.ground, server.parts.db);
    const app = new Hono<AppEnv>()
      .use(async (c, next) => {
        c.set('doorstep', door);
        c.set('door', PLAIN_DOOR);
        await next();
      })
      .use(signedIn)
      .route('/api/live', liveRoutes(server.parts.changes, 50));
    const response = await app.request('/api/live', { headers: { cookie: tomas.cookie } });
    const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
    let heard = '';
    while (!heard.includes('event: beat')) heard += (await reader.read()).value ?? '';
    expect((await tomas.post('/api/sign-out', {})).status).toBeLessThan(300);
    while (!(await reader.read()).done);
    await expect.poll(() => server.parts.changes.presence.of(server.workshopId)).toEqual([]);
  });
  it('a place that is none is refused', async () => {
    const { status, json } = await mira.get('/api/live?at=jb_1/attic');
    expect([status, json.problems[0]]).toEqual([422, expect.stringContaining('at is "jb_1/attic"; accepted: a job')]);
  });
});

describe('what one changes the others hear of', () => {
  it('a browser is told by events, and only of what is kept', async () => {
    const response = await server.app.request('/api/live', { headers: { cookie: mira.cookie } });
    expect(response.headers.get('content-type')).toContain('text/event-stream');
    const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
    let heard = '';
    const hear = async (what: string) => {
      while (!heard.includes(what)) heard += (await reader.read()).value ?? '';
    };
    await hear('event: ready');
    // Refused: nobody hears of it.
    expect((await hours(0)).status).toBe(422);
    expect((await hours(2)).status).toBe(201);
    await hear('event: changed');
    expect(heard.match(/event: changed/g)).toHaveLength(1);
    expect(heard).toContain(`data: /api/jobs/${job}/hours`);
    await reader.cancel();
  });
  it('nobody listens who has not signed in', async () => {
    expect((await server.nobody.get('/api/live')).status).toBe(401);
  });
  it('a second server on the same database hears it too, also after its line was cut', async () => {
    const other = await openChanges(server.url, pino({ level: 'silent' }));
    const heard: string[] = [];
    other.listen(server.workshopId, (address) => heard.push(address));
    await hours(3);
    await expect.poll(() => heard).toContain(`/api/jobs/${job}/hours`);
    await server.db.raw(
      "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE application_name = 'ombrik changes' AND datname = current_database()",
    );
    // It says that anything may have changed, and hears again.
    await expect.poll(() => heard, { timeout: 10_000 }).toContain('*');
    heard.length = 0;
    await hours(4);
    await expect.poll(() => heard).toContain(`/api/jobs/${job}/hours`);
    await other.close();
  });
});
