import { fork, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { runPostgres, startCluster } from '../../scripts/lib/cluster.mjs';
import { MIGRATION_NAMES, migrate, openDatabase } from './database/database.ts';
import { seedDemo } from './demo/seedDemo.ts';
import { badLine, type Fault } from './testing/badLine.ts';
import { caller, root, startServer } from './testing/serverProcess.ts';
import { type Client, freshDatabase, testServer } from './testing/testServer.ts';
import { longWork, standing } from './work/pools.ts';

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
    await server.db.raw('DROP TRIGGER disk_full ON presses; DROP FUNCTION disk_full()');
    expect((await mira.post(`/api/jobs/${cart}/wanted`, { wantedOn: '2027-09-09' })).status).toBe(200);
  });
});

describe('a bad network', { timeout: 240_000 }, () => {
  it('slow, cut either way, and everything sent twice: each press is done once, and none is lost', async () => {
    const { url, drop } = await freshDatabase();
    const server = await startServer(url);
    let n = 0;
    const faults: Fault[] = [
      ...[
        { cutAnswerAfter: 0 },
        { latencyMs: 120 },
        { cutAskedAfter: 200 },
        {},
        { cutAnswerAfter: 60 },
        { cutAskedAfter: 20 },
        {},
      ],
    ];
    const line = await badLine(server.port, () => faults[n++ % faults.length]!);
    const straight = caller(() => server.port);
    await straight('/api/demo-sign-in', { personId: 'pe_designer' });
    const bent = caller(() => line.port);
    for (let tries = 0; tries < 20; tries++)
      if ((await bent('/api/demo-sign-in', { personId: 'pe_designer' }).catch(() => null))?.status === 200) break;
    const { jobs } = (await straight('/api/jobs')).json;
    const { id } = jobs[0];
    // As a client does: the same press under the same key until it is answered, and here each one twice at once.
    const press = async (k: number): Promise<number> => {
      const send = () =>
        bent(
          `/api/jobs/${id}/hours`,
          { kind: 'design', hours: 1, workedOn: '2026-11-20', note: `n${k}` },
          `bad-line-${k}`,
        )
          .then((a) => a.status)
          .catch(() => 0);
      for (let tries = 0; tries < 60; tries++) if ((await Promise.all([send(), send()])).includes(201)) return 201;
      return 0;
    };
    const statuses = await Promise.all(Array.from({ length: 40 }, (_, k) => press(k)));
    expect(statuses.every((s) => s === 201)).toBe(true);
    const { hours } = (await straight(`/api/jobs/${id}/hours`)).json;
    const notes = hours.map((h: { note: string }) => h.note).filter((t: string) => /^n\d/.test(t));
    expect(notes.sort()).toEqual(Array.from({ length: 40 }, (_, k) => `n${k}`).sort());
    expect(n).toBeGreaterThan(60);
    await line.close();
    await server.kill();
    await drop();
  });
});

describe('clocks', { timeout: 240_000 }, () => {
  it('two servers a year apart, and one that goes back: sessions hold, order holds, nothing is doubled', async () => {
    const { url, drop } = await freshDatabase();
    const right = await startServer(url);
    const clock = pathToFileURL(`${root}server/src/testing/shiftedClock.mjs`).href;
    const off = (days: number) => startServer(url, { env: { CLOCK_OFF_DAYS: String(days) }, imports: [clock] });
    const [behind, ahead] = [await off(-400), await off(+400)];
    let at = behind;
    const call = caller(() => at.port);
    await call('/api/demo-sign-in', { personId: 'pe_designer' });
    const { jobs } = (await call('/api/jobs')).json;
    const { id } = jobs[0];
    for (let n = 0; n < 12; n++) {
      at = [right, behind, ahead][n % 3]!;
      const { revision } = (await call(`/api/jobs/${id}`)).json;
      const edit = {
        editId: `clock-edit-${n}`,
        baseRevision: revision,
        label: `ambient ${20 + n}`,
        commands: [{ kind: 'setBrief', field: 'ambientC', value: 20 + n }],
      };
      expect((await call(`/api/jobs/${id}/edits`, edit)).status).toBe(200);
    }
    const { entries } = (await call('/api/audit?words=ambient&limit=12')).json;
    const said = entries.map((e: { says: string }) => Number(/ambient (\d+)/.exec(e.says)![1]));
    expect(said).toEqual(Array.from({ length: 12 }, (_, n) => 31 - n));
    const times = entries.map((e: { at: string }) => Date.parse(e.at));
    expect(Math.max(...times) - Math.min(...times)).toBeLessThan(120_000);
    // A link made on the one that is behind is good for its seven days, on each of them.
    at = behind;
    const { token } = (await call('/api/people/invitations', { name: 'Bo', roles: ['viewer'] })).json;
    for (const s of [right, ahead, behind])
      expect((await fetch(`http://127.0.0.1:${s.port}/api/come-in/${token}`)).status).toBe(200);
    for (const s of [right, behind, ahead]) await s.kill();
    await drop();
  });
});

describe('fifty tablets that come back at once', { timeout: 240_000 }, () => {
  it('each with words some of which are there already: each word once, in its tablet’s order', async () => {
    const server = await testServer();
    const jonas = await server.as('pe_assembler');
    const id = (await jobsOf(jonas))('Larchfold hut board');
    const { plan, revision } = (await jonas.get(`/api/jobs/${id}/build`)).json;
    const word = (tablet: number, n: number) => {
      const step = plan.steps[(tablet * 3 + n) % plan.steps.length];
      const said = { kind: 'problem', text: `tablet ${tablet} word ${n}` };
      const saidAt = new Date(2019, 0, 1, 0, n).toISOString();
      return {
        key: `tablet-${tablet}-word-${n}`,
        stepId: step.id,
        revision,
        unit: 1,
        fingerprint: step.fingerprint,
        said,
        saidAt,
      };
    };
    const words = (tablet: number, from: number, to: number) =>
      Array.from({ length: to - from }, (_, k) => word(tablet, from + k));
    const tablets = Array.from({ length: 50 }, (_, t) => t);
    const send = (t: number, from: number, to: number) =>
      jonas.post(`/api/jobs/${id}/build/records`, { records: words(t, from, to) });
    const answers = await Promise.all(
      tablets.flatMap((t) => [send(t, 0, 6), send(t, 0, 6)]).concat(tablets.map((t) => send(t, 3, 6))),
    );
    expect(answers.map((a) => a.status).filter((s) => s !== 201)).toEqual([]);
    const rows = await server
      .db('build_records')
      .where({ job_id: id })
      .whereLike('key', 'tablet-%')
      .orderBy('id')
      .pluck('key');
    expect(rows).toHaveLength(300);
    for (const t of tablets) expect(new Set(rows.filter((k: string) => k.startsWith(`tablet-${t}-`))).size).toBe(6);
    await server.close();
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

describe('a start that goes wrong', { timeout: 120_000 }, () => {
  const run = (env: Record<string, string | undefined>) => {
    const got = spawnSync('node', ['--import', 'tsx', 'server/src/main.ts'], {
      ...{ cwd: root, encoding: 'utf8', timeout: 60_000 },
      env: { ...process.env, LOG_LEVEL: 'info', ...env },
    });
    expect(got.status).toBe(1);
    // Nobody has to read a stack to know.
    expect(`${got.stdout}${got.stderr}`).not.toMatch(/\n\s+at |node:internal/);
    return got.stderr.trim();
  };
  const base = process.env.TEST_DATABASE_URL!;
  it.each<[string, Record<string, string | undefined>, RegExp]>([
    ['no address', { DATABASE_URL: undefined }, /DATABASE_URL is missing; accepted: postgres:/],
    ['no such address', { DATABASE_URL: 'mysql://a:secret@b/c' }, /DATABASE_URL is "mysql:\/\/a:…@b\/c"; accepted/],
    ['a port of letters', { DATABASE_URL: base, PORT: 'http' }, /PORT is "http"; accepted: a whole number, 0 to 65535/],
    [
      'a database that is away',
      { DATABASE_URL: 'postgres://a:b@127.0.0.1:1/c' },
      /the database at 127.0.0.1:1 does not answer/,
    ],
    ['a wrong password', { DATABASE_URL: base.replace(/:[^:@/]+@/, ':wrong@') }, /refuses this user or password/],
    ['no database', { DATABASE_URL: base.replace(/\/\w+$/, '/none') }, /there is no database "none"/],
    [
      'an address of another machine',
      { DATABASE_URL: '', HOST: '192.0.2.1' },
      /HOST is "192.0.2.1"; accepted: an address/,
    ],
  ])('says in one line: %s', async (_, env, says) => {
    const own = env.DATABASE_URL === '' ? await freshDatabase() : null;
    const line = run(own ? { ...env, DATABASE_URL: own.url } : env);
    expect(line).toMatch(says);
    expect(line.split('\n')).toHaveLength(1);
    await own?.drop();
  });
  it('says which port is taken', async () => {
    const { url, drop } = await freshDatabase();
    const taken = createServer().listen(0, '127.0.0.1');
    await new Promise((go) => taken.once('listening', go));
    const { port } = taken.address() as { port: number };
    expect(run({ DATABASE_URL: url, PORT: String(port) })).toMatch(`port ${port} on 127.0.0.1 is taken`);
    taken.close();
    await drop();
  });
});

describe('upgrades', { timeout: 240_000 }, () => {
  it('a start that was killed in the middle of bringing tables up is made up for by the next', async () => {
    const { url, drop } = await freshDatabase();
    const db = openDatabase(url, 4);
    const upTo = MIGRATION_NAMES.indexOf('019_people');
    await migrate(db, upTo + 1);
    await db('workshop').insert({ id: 1, name: 'Older', values: '{}' });
    await db('people').insert({ id: 'pe', name: 'A', email: 'a@b', roles: ['owner'], password_hash: 'x' });
    // Killed: its transaction is gone, its mark that it is at it stays.
    await db('knex_migrations_lock').update({ is_locked: 1 });
    const killed = await db.transaction();
    await killed.raw('ALTER TABLE workshop RENAME TO workshops');
    await killed.rollback();
    await migrate(db);
    const [shop] = await db('workshops');
    expect([shop.name, shop.id.startsWith('ws_')]).toEqual(['Older', true]);
    expect((await db('people').first()).workshop_id).toBe(shop.id);
    await db.destroy();
    await drop();
  });
  it('an older server goes on beside a newer one; started anew on newer tables it says so', async () => {
    const { url, drop } = await freshDatabase();
    const older = await startServer(url);
    const call = caller(() => older.port);
    await call('/api/demo-sign-in', { personId: 'pe_designer' });
    // What a newer one does: tables grow by columns and tables, and what is there keeps its name.
    const db = openDatabase(url, 2);
    await db.raw(`ALTER TABLE jobs ADD COLUMN colour text NOT NULL DEFAULT 'grey'; CREATE TABLE later (id int);
      INSERT INTO knex_migrations (name, batch, migration_time) VALUES ('999_later', 99, now())`);
    const { jobs } = (await call('/api/jobs')).json;
    expect((await call(`/api/jobs/${jobs[0].id}/wanted`, { wantedOn: '2027-08-08' })).status).toBe(200);
    expect((await call(`/api/jobs/${jobs[0].id}/duplicate`, {})).status).toBe(201);
    const start = spawnSync('node', ['--import', 'tsx', 'server/src/main.ts'], {
      ...{ cwd: root, encoding: 'utf8', env: { ...process.env, DATABASE_URL: url, PORT: '0', LOG_LEVEL: 'silent' } },
    });
    expect(start.stderr).toMatch(/this database was brought up by a newer Ombrik; start that one/);
    await db.destroy();
    await older.kill();
    await drop();
  });
  it('rights go both ways: a step that is taken back leaves the tables of before', async () => {
    const { url, drop } = await freshDatabase();
    const db = openDatabase(url, 4);
    await migrate(db);
    await seedDemo(db);
    await db.raw('DELETE FROM sessions');
    const before = await db('jobs').orderBy('id').pluck('id');
    await migrate(db, MIGRATION_NAMES.indexOf('019_people') + 1);
    expect(await db('jobs').orderBy('id').pluck('id')).toEqual(before);
    expect((await db('workshop').first()).id).toBe(1);
    await db.destroy();
    await drop();
  });
  it('a plain role that owns its database brings it up and serves from it', async () => {
    const { url, drop } = await freshDatabase();
    const admin = openDatabase(url);
    const name = `plain_${process.pid}`;
    await admin.raw(`CREATE ROLE ${name} LOGIN PASSWORD 'plain' CREATEROLE`);
    await admin.raw(`GRANT ombrik_app TO ${name}`).catch(() => {});
    await admin.raw(
      `ALTER DATABASE ${new URL(url).pathname.slice(1)} OWNER TO ${name}; ALTER SCHEMA public OWNER TO ${name}`,
    );
    await admin.destroy();
    const own = new URL(url);
    [own.username, own.password] = [name, 'plain'];
    const server = await startServer(own.toString());
    const call = caller(() => server.port);
    await call('/api/demo-sign-in', { personId: 'pe_designer' });
    expect((await call('/api/jobs')).json.jobs.length).toBeGreaterThan(3);
    await server.kill();
    await drop();
  });
});

describe('who started it is killed', { timeout: 120_000 }, () => {
  it('a server whose demo was killed (-9) goes by itself; the next one finds all that was answered', async () => {
    const { url, drop } = await freshDatabase();
    const starter = fork(`${root}server/src/testing/starter.mjs`, [], {
      cwd: root,
      env: { ...process.env, DATABASE_URL: url, PORT: '0', OMBRIK_DEMO: '1' },
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    });
    const port = await new Promise<number>((go) => starter.once('message', (m: { port: number }) => go(m.port)));
    const call = caller(() => port);
    await call('/api/demo-sign-in', { personId: 'pe_designer' });
    const { jobs } = (await call('/api/jobs')).json;
    await call(`/api/jobs/${jobs[0].id}/wanted`, { wantedOn: '2027-07-07' });
    starter.kill('SIGKILL');
    await expect
      .poll(
        () =>
          fetch(`http://127.0.0.1:${port}/api/health`).then(
            () => 'on',
            () => 'gone',
          ),
        { timeout: 20_000 },
      )
      .toBe('gone');
    const next = await startServer(url);
    const again = caller(() => next.port);
    await again('/api/demo-sign-in', { personId: 'pe_designer' });
    expect((await again(`/api/jobs/${jobs[0].id}`)).json.job.wantedOn).toBe('2027-07-07');
    await next.kill();
    await drop();
  });
});
