import { fork, spawnSync } from 'node:child_process';
import { createServer } from 'node:net';
import { describe, expect, it } from 'vitest';
import { MIGRATION_NAMES, migrate, openDatabase } from '../database/database.ts';
import { seedDemo } from '../demo/seedDemo.ts';
import { caller, root, startServer } from '../testing/serverProcess.ts';
import { freshDatabase } from '../testing/testServer.ts';

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
