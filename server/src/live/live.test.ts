import pino from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Client, testServer } from '../testing/testServer.ts';
import { openChanges } from './changes.ts';

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
      "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE query LIKE 'LISTEN%' AND datname = current_database()",
    );
    // It says that anything may have changed, and hears again.
    await expect.poll(() => heard, { timeout: 10_000 }).toContain('*');
    heard.length = 0;
    await hours(4);
    await expect.poll(() => heard).toContain(`/api/jobs/${job}/hours`);
    await other.close();
  });
});
