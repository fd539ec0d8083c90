import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Knex } from 'knex';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startNginx } from '../../../scripts/lib/nginx.mjs';
import { openDatabase } from '../database/database.ts';
import { LOCKS } from '../database/locks.ts';
import { HOLDER } from '../queue/living.ts';
import { caller, type Running, root, startServer } from '../testing/serverProcess.ts';
import { editOf, freshDatabase } from '../testing/testServer.ts';

/** Three server processes on one database, behind the proxy of `deploy/`. */
let database: Awaited<ReturnType<typeof freshDatabase>>;
let servers: Running[];
let proxy: Awaited<ReturnType<typeof startNginx>>;
let owner: Knex;
let folder: string;
let mira: ReturnType<typeof caller>;
beforeAll(async () => {
  database = await freshDatabase();
  const start = () => startServer(database.url, { env: { PROXIES: '1' } });
  servers = [await start(), ...(await Promise.all([start(), start()]))];
  folder = mkdtempSync(join(tmpdir(), 'ombrik-nginx-'));
  proxy = await startNginx(
    root,
    folder,
    servers.map((s) => s.port),
  );
  owner = openDatabase(database.url, 2);
  mira = caller(() => Number(new URL(proxy.url).port));
  expect((await mira('/api/demo-sign-in', { personId: 'pe_designer' })).status).toBe(200);
}, 240_000);
afterAll(async () => {
  await proxy.stop();
  await Promise.all(servers.map((s) => s.kill()));
  await owner.destroy();
  await database.drop();
  rmSync(folder, { recursive: true, force: true });
});

const jobs = async () => (await mira('/api/jobs')).json.jobs as { id: string; revision: number; jobName: string }[];
const note = (text: string) => [{ kind: 'setBrief' as const, field: 'notes' as const, value: text }];

describe('several processes behind one proxy, on one database', { timeout: 240_000 }, () => {
  it('of many edits made at once on one revision one is taken, and all the others hear that they are late', async () => {
    const { id, revision } = (await jobs())[0]!;
    const answers = await Promise.all(
      Array.from({ length: 24 }, (_, n) => mira(`/api/jobs/${id}/edits`, editOf(revision, note(`edit ${n}`)))),
    );
    const count = (status: number) => answers.filter((a) => a.status === status).length;
    expect([count(200), count(409)]).toEqual([1, 23]);
    expect((await mira(`/api/jobs/${id}`)).json.revision).toBe(revision + 1);
  });
  it('a press that is sent to all of them under one key is done once', async () => {
    const { id } = (await jobs())[0]!;
    const hours = { kind: 'design', hours: 1, workedOn: '2026-11-20', note: 'once' };
    const answers = await Promise.all(
      Array.from({ length: 12 }, () => mira(`/api/jobs/${id}/hours`, hours, `all-of-them-${process.pid}`)),
    );
    expect(new Set(answers.map((a) => a.status))).toEqual(new Set([201]));
    const kept = (await mira(`/api/jobs/${id}/hours`)).json.hours as { note: string }[];
    expect(kept.filter((h) => h.note === 'once')).toHaveLength(1);
  });
  it('what is kept at one is told on the lines of all, and who is there is the same everywhere', async () => {
    const { id, revision } = (await jobs())[1]!;
    const { headers } = await mira('/api/demo-sign-in', { personId: 'pe_designer' });
    const cookie = headers.get('set-cookie')!.split(';')[0]!;
    const gone = new AbortController();
    const heard = await Promise.all(
      servers.map(async (_, n) => {
        const answer = await fetch(`${proxy.url}/api/live?at=${id}/board`, {
          headers: { cookie },
          signal: gone.signal,
        });
        const line = { text: '', n };
        const read = async () => {
          for await (const part of answer.body!.pipeThrough(new TextDecoderStream())) line.text += part;
        };
        void read().catch(() => {});
        return line;
      }),
    );
    await expect.poll(() => heard.every((l) => l.text.includes(`"at":"${id}/board"`)), { timeout: 10_000 }).toBe(true);
    expect((await mira(`/api/jobs/${id}/edits`, editOf(revision, note('heard by all')))).status).toBe(200);
    await expect
      .poll(() => heard.every((l) => l.text.includes(`data: /api/jobs/${id}/edits`)), { timeout: 10_000 })
      .toBe(true);
    gone.abort();
  });
  it('one is killed with something of the queue in hand: another does it, and nobody asks in vain meanwhile', async () => {
    const { id } = (await jobs())[0]!;
    for (let n = 0; n < 60; n++) await mira(`/api/jobs/${id}/duplicate`, {});
    await owner('job_summaries').update({ made_of: '' });
    await mira('/api/jobs');
    const inHand = async (): Promise<string[]> =>
      (await owner.raw('SELECT locked_by AS id FROM graphile_worker.jobs WHERE locked_by IS NOT NULL')).rows.map(
        (r: { id: string }) => r.id,
      );
    await expect.poll(async () => (await inHand()).length, { timeout: 20_000, interval: 10 }).toBe(1);
    // Whose it is: the server that is connected as that worker’s holder; all but one are left alive.
    const [worker] = await inHand();
    const { rows } = await owner.raw(
      `SELECT a.application_name AS name FROM pg_locks l JOIN pg_stat_activity a ON a.pid = l.pid
       WHERE l.locktype = 'advisory' AND l.classid = ${LOCKS.lives} AND l.objid = (hashtext(?)::bigint & 4294967295)::oid`,
      [worker!],
    );
    const its = servers.find((s) => rows[0].name === `${HOLDER}${s.child.pid}`)!;
    await its.kill();
    expect(await inHand()).toContain(worker);
    for (let n = 0; n < 40; n++) expect((await mira(`/api/jobs/${id}`)).status).toBe(200);
    const behind = async () => Number((await owner('job_summaries').where({ made_of: '' }).count())[0]!.count);
    await expect.poll(behind, { timeout: 120_000, interval: 500 }).toBe(0);
    await expect
      .poll(async () => Number((await owner.raw('SELECT count(*) FROM graphile_worker.jobs')).rows[0].count), {
        timeout: 60_000,
      })
      .toBe(0);
  });
});
