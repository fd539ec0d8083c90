import { chmodSync, chownSync, mkdirSync, mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Knex } from 'knex';
import pino from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { runPostgres, startCluster } from '../../../scripts/lib/cluster.mjs';
import { createApp } from '../app.ts';
import { openDatabase } from '../database/database.ts';
import { openReplica, type Replica } from '../database/replica.ts';
import { type Client, testServer } from '../testing/testServer.ts';

/** A first and a streaming standby of it (PostgreSQL 15, chapter 27.2), as docs/scaling.md says it. */
let folder: string;
let first: Awaited<ReturnType<typeof startCluster>>;
let copy: Awaited<ReturnType<typeof startCluster>>;
let server: Awaited<ReturnType<typeof testServer>>;
let replica: Replica;
let mira: Client;
/** As who owns the copy: to hold it up, and to see what is asked of it. */
let looks: Knex;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'ombrik-copy-'));
  chmodSync(folder, 0o755);
  const own = join(folder, 'first');
  first = await startCluster(own);
  server = await testServer({ url: first.url });
  const { port, password } = new URL(first.url);
  const base = join(folder, 'copy');
  mkdirSync(base);
  const { uid, gid } = statSync(join(own, 'pgdata'));
  chownSync(base, uid, gid);
  runPostgres(
    'pg_basebackup',
    ['-D', join(base, 'pgdata'), '-R', '-X', 'stream', '-c', 'fast', '-h', '127.0.0.1', '-p', port, '-U', 'ombrik'],
    { env: { ...process.env, PGPASSWORD: password } },
  );
  writeFileSync(join(base, 'password'), password);
  copy = await startCluster(base);
  looks = openDatabase(copy.url, 1);
  replica = openReplica(copy.url, server.serving, server.parts.changes, pino({ level: 'silent' }));
  const app = createApp({ ...server.parts, replica });
  mira = server.through(app, (await server.as('pe_designer')).cookie);
}, 120_000);
afterAll(async () => {
  await replica.close();
  await looks.destroy();
  await server.close();
  copy.stop();
  first.stop();
  rmSync(folder, { recursive: true, force: true });
});

const names = async (): Promise<string[]> =>
  (await mira.get('/api/jobs')).json.jobs.map((j: { jobName: string }) => j.jobName);
/** What connections of the application asked the copy last. */
const askedOfCopy = async (): Promise<string[]> =>
  (
    await looks.raw(
      "SELECT query FROM pg_stat_activity WHERE backend_type = 'client backend' AND pid <> pg_backend_pid() AND query_start > now() - interval '3 s'",
    )
  ).rows.map((r: { query: string }) => r.query);
const takeIn = (jobName: string) =>
  mira.post('/api/jobs', {
    ...{ jobName, customer: '', place: '', systemVoltageV: 12, chemistry: 'lifepo4', profileId: 'fixed-iec' },
    ...{ wantedOn: null, template: '' },
  });

describe('a copy that follows', { timeout: 60_000 }, () => {
  it('walls are read from it; an order just taken in is on the next look all the same', async () => {
    await names();
    for (let n = 0; n < 6; n++) {
      expect((await takeIn(`Order ${n}`)).status).toBe(201);
      expect(await names()).toContain(`Order ${n}`);
    }
    await expect
      .poll(async () => {
        await names();
        return (await askedOfCopy()).some((q) => q.includes('job_summaries'));
      })
      .toBe(true);
  });
  it('papers too, with what was changed a moment ago', async () => {
    const { jobs } = (await mira.get('/api/jobs')).json;
    const { id } = jobs.find((j: { jobName: string }) => j.jobName === 'Market cart box');
    const csv = async () => (await mira.get(`/api/jobs/${id}/out/board.json`)).response.text();
    const before = JSON.parse(await csv());
    const { revision } = (await mira.get(`/api/jobs/${id}`)).json;
    await mira.post(`/api/jobs/${id}/edits`, {
      ...{ editId: 'replica-edit-1', baseRevision: revision, label: 'notes' },
      commands: [{ kind: 'setBrief', field: 'notes', value: 'said a moment ago' }],
    });
    const after = JSON.parse(await csv());
    expect([before.brief.notes === after.brief.notes, after.brief.notes]).toEqual([false, 'said a moment ago']);
  });
  it('while it lies behind, what has been changed is read from the first, also where another server changed it', async () => {
    await names();
    await looks.raw('SELECT pg_wal_replay_pause()');
    await expect
      .poll(async () => (await looks.raw('SELECT pg_get_wal_replay_pause_state() AS s')).rows[0].s)
      .toBe('paused');
    expect((await takeIn('While it waits')).status).toBe(201);
    expect(await names()).toContain('While it waits');
    // By a server that knows of no copy: this one hears of it.
    const other = await server.as('pe_designer');
    await other.post('/api/jobs', {
      ...{ jobName: 'By another', customer: '', place: '', systemVoltageV: 12, chemistry: 'lifepo4' },
      ...{ profileId: 'fixed-iec', wantedOn: null, template: '' },
    });
    await expect.poll(names).toContain('By another');
    await looks.raw('SELECT pg_wal_replay_resume()');
    await expect
      .poll(
        async () => {
          await names();
          return (await askedOfCopy()).some((q) => q.includes('job_summaries'));
        },
        { timeout: 20_000 },
      )
      .toBe(true);
  });
  it('it sees one workshop’s rows only, as the first does', async () => {
    const rows = await replica.read('ws_nobody', server.serving, async (db) => db('jobs').select('id'));
    expect(rows).toEqual([]);
  });
  it('when it is gone walls come from the first, and nobody is refused', async () => {
    await looks.destroy();
    copy.stop();
    for (let n = 0; n < 3; n++) expect((await mira.get('/api/jobs')).status).toBe(200);
    expect((await takeIn('Without a copy')).status).toBe(201);
    expect(await names()).toContain('Without a copy');
  });
});
