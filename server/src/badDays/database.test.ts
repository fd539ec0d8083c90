import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { runPostgres, startCluster } from '../../../scripts/lib/cluster.mjs';
import { type Client, testServer } from '../testing/testServer.ts';
import { longWork, standing } from '../work/pools.ts';

const jobsOf = async (client: Client) => {
  const { jobs } = (await client.get('/api/jobs')).json;
  return (name: string): string => jobs.find((j: { jobName: string }) => j.jobName === name).id;
};

describe('a database that goes and comes', { timeout: 240_000 }, () => {
  let folder = '';
  let cluster: Awaited<ReturnType<typeof startCluster>>;
  let server: Awaited<ReturnType<typeof testServer>>;
  let mira: Client;
  let cart = '';
  const data = () => join(folder, 'pgdata');
  const again = () =>
    runPostgres('pg_ctl', ['-D', data(), '-l', join(folder, 'server.log'), '-w', 'restart'], { stdio: 'ignore' });
  const postmaster = () => Number(readFileSync(join(data(), 'postmaster.pid'), 'utf8').split('\n')[0]);
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'ombrik-away-'));
    chmodSync(folder, 0o755);
    cluster = await startCluster(folder);
    server = await testServer({ url: cluster.url });
    mira = await server.as('pe_designer');
    cart = (await jobsOf(mira))('Market cart box');
  });
  afterAll(async () => {
    await server.close();
    cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  });

  it.each(['fast', 'immediate'])(
    'stopped (%s): 503 with words and when to try again; back: all there, with no hand',
    async (how) => {
      const heard: string[] = [];
      const end = server.parts.changes.listen(server.workshopId, (m) => heard.push(m));
      expect((await mira.post(`/api/jobs/${cart}/wanted`, { wantedOn: '2027-01-02' })).status).toBe(200);
      runPostgres('pg_ctl', ['-D', data(), '-m', how, '-w', 'stop']);
      for (const answer of [
        await mira.get('/api/jobs'),
        await mira.post(`/api/jobs/${cart}/wanted`, { wantedOn: '2027-01-03' }),
        await mira.get('/api/health'),
        await server.nobody.get('/api/me'),
      ]) {
        expect(answer.status).toBe(503);
        expect(answer.json.problems[0]).toMatch(/the database cannot be reached; nothing was changed, try again/);
        expect(answer.response.headers.get('retry-after')).toBe('2');
      }
      again();
      await expect.poll(async () => (await mira.get(`/api/jobs/${cart}`)).status, { timeout: 20_000 }).toBe(200);
      expect((await mira.get(`/api/jobs/${cart}`)).json.job.wantedOn).toBe('2027-01-02');
      // The line that tells of changes is made anew as well.
      await expect.poll(() => heard, { timeout: 20_000 }).toContain('*');
      await mira.post(`/api/jobs/${cart}/wanted`, { wantedOn: '2027-01-04' });
      await expect.poll(() => heard).toContain(`/api/jobs/${cart}/wanted`);
      end();
    },
  );
  it('killed (-9) while twenty hands press: what was answered is there once, what was not may be pressed again', async () => {
    const key = (n: number) => `database-killed-${n}`;
    const wish = (n: number) => ({ kind: 'design', hours: 1, workedOn: '2026-11-20', note: `h${n}` });
    const press = (n: number) => mira.post(`/api/jobs/${cart}/hours`, wish(n), key(n));
    const all = Array.from({ length: 60 }, (_, n) => n);
    const answered = new Set<number>();
    const pressing = Promise.all(
      all.map(async (n) => {
        if ((await press(n)).status === 201) answered.add(n);
      }),
    );
    await expect.poll(() => answered.size, { interval: 1, timeout: 20_000 }).toBeGreaterThan(5);
    process.kill(postmaster(), 'SIGKILL');
    await pressing;
    expect(answered.size).toBeLessThan(60);
    const kept = async (): Promise<string[]> =>
      (await server.db('work_hours').where({ job_id: cart }).orderBy('id'))
        .map((r) => r.note)
        .filter((n) => /^h\d/.test(n));
    // Its children have to be gone before it starts again.
    await expect
      .poll(
        () => {
          try {
            again();
            return true;
          } catch {
            return false;
          }
        },
        { timeout: 30_000 },
      )
      .toBe(true);
    await expect.poll(async () => (await mira.get('/api/health')).status, { timeout: 20_000 }).toBe(200);
    const there = await kept();
    for (const n of answered) expect(there).toContain(`h${n}`);
    for (const n of all) expect((await press(n)).status).toBe(201);
    expect((await kept()).sort()).toEqual(all.map((n) => `h${n}`).sort());
    expect((await mira.get('/api/audit/chain')).json.broken).toBeNull();
  });
  it('whose disk is full: what was asked is refused with 507, nothing is half done, and reading goes on', async () => {
    // PostgreSQL's own error where a file cannot grow (SQLSTATE 53100, disk_full).
    await server.db.raw(`CREATE FUNCTION disk_full() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN RAISE EXCEPTION 'could not extend file: No space left on device' USING ERRCODE = 'disk_full'; END $$;
      CREATE TRIGGER disk_full BEFORE INSERT ON presses EXECUTE FUNCTION disk_full()`);
    const full = await mira.post(`/api/jobs/${cart}/wanted`, { wantedOn: '2027-09-09' });
    expect([full.status, full.json.problems[0]]).toEqual([507, 'the disk of the server is full; nothing was changed']);
    expect((await mira.get(`/api/jobs/${cart}`)).json.job.wantedOn).not.toBe('2027-09-09');
    expect((await mira.get('/api/stock')).status).toBe(200);
    // What is kept beside a look is left, and the look goes on; once there is room it is kept.
    const looked = async () => (await server.db('audit').where({ did: 'GET /api/buying' }).count())[0]!.count;
    const before = await looked();
    await server.db.raw('CREATE TRIGGER audit_full BEFORE INSERT ON audit EXECUTE FUNCTION disk_full()');
    await server.db.raw(
      'CREATE TRIGGER rows_full BEFORE INSERT OR UPDATE ON job_summaries EXECUTE FUNCTION disk_full()',
    );
    await server.db.raw(
      "ALTER TABLE job_summaries DISABLE TRIGGER rows_full; UPDATE job_summaries SET made_of = 'long ago'; ALTER TABLE job_summaries ENABLE TRIGGER rows_full",
    );
    expect((await mira.get('/api/buying')).status).toBe(200);
    expect((await mira.get('/api/jobs')).status).toBe(200);
    await server.db.raw('DROP TRIGGER audit_full ON audit; DROP TRIGGER rows_full ON job_summaries');
    expect(await looked()).toBe(before);
    expect((await mira.get('/api/buying')).status).toBe(200);
    expect(Number(await looked())).toBe(Number(before) + 1);
    await server.db.raw('DROP TRIGGER disk_full ON presses; DROP FUNCTION disk_full()');
    expect((await mira.post(`/api/jobs/${cart}/wanted`, { wantedOn: '2027-09-09' })).status).toBe(200);
  });
});

describe('a worker that dies', { timeout: 120_000 }, () => {
  it('takes nothing with it: what it was at is worked out by another, and the server goes on', async () => {
    const server = await testServer();
    const mira = await server.as('pe_designer');
    const id = (await jobsOf(mira))('Larchfold hut board');
    await longWork('stand', null);
    const asked = mira.get(`/api/jobs/${id}/dossier`);
    await new Promise((go) => setTimeout(go, 60));
    await Promise.all(standing().map((w) => w.terminate()));
    const { status, json } = await asked;
    expect([status, json.dossier.cables.length > 10]).toEqual([200, true]);
    await server.close();
  });
});
