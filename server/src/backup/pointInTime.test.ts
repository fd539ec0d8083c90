import {
  appendFileSync,
  chmodSync,
  chownSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { runPostgres, startCluster } from '../../../scripts/lib/cluster.mjs';
import { openDatabase } from '../database/database.ts';
import { testServer } from '../testing/testServer.ts';

/** As docs/running.md says it: a base, archived WAL, and back to a named point (PostgreSQL 15, chapter 26.3). */
describe('back to a moment', { timeout: 240_000 }, () => {
  let folder = '';
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'ombrik-wal-'));
    chmodSync(folder, 0o755);
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('a mistake made after a named point is gone; what was before it is there, and work goes on', async () => {
    const [own, base, wal] = ['own', 'base', 'wal'].map((f) => join(folder, f)) as [string, string, string];
    let cluster = await startCluster(own);
    const { uid, gid } = statSync(join(own, 'pgdata'));
    for (const f of [base, wal]) {
      mkdirSync(f);
      chownSync(f, uid, gid);
    }
    const admin = openDatabase(cluster.url);
    await admin.raw('ALTER SYSTEM SET archive_mode = on');
    await admin.raw(`ALTER SYSTEM SET archive_command = 'test ! -f ${wal}/%f && cp %p ${wal}/%f'`);
    await admin.destroy();
    cluster.stop();
    cluster = await startCluster(own);
    const server = await testServer({ url: cluster.url });
    const mira = await server.as('pe_designer');
    const { jobs } = (await mira.get('/api/jobs')).json;
    const at = (name: string) => jobs.find((j: { jobName: string }) => j.jobName === name).id;
    const [cart, hut] = [at('Market cart box'), at('Larchfold hut board')];
    const { port, password } = new URL(cluster.url);
    runPostgres(
      'pg_basebackup',
      ['-D', join(base, 'pgdata'), '-X', 'none', '-c', 'fast', '-h', '127.0.0.1', '-p', port, '-U', 'ombrik'],
      {
        env: { ...process.env, PGPASSWORD: password },
      },
    );
    // After the base: work, the point, and the mistake.
    await mira.post(`/api/jobs/${cart}/wanted`, { wantedOn: '2027-05-05' });
    await server.owner.raw("SELECT pg_create_restore_point('before-the-mistake')");
    await mira.post(`/api/jobs/${hut}/archive`, { archived: true });
    await server.owner.raw('SELECT pg_switch_wal()');
    await expect
      .poll(async () => {
        const { rows } = await server.owner.raw('SELECT last_archived_wal AS last FROM pg_stat_archiver');
        return rows[0].last !== null && existsSync(join(wal, rows[0].last));
      })
      .toBe(true);
    await server.close();
    cluster.stop();

    writeFileSync(join(base, 'password'), password);
    writeFileSync(join(base, 'pgdata', 'recovery.signal'), '');
    chownSync(join(base, 'pgdata', 'recovery.signal'), uid, gid);
    appendFileSync(
      join(base, 'pgdata', 'postgresql.auto.conf'),
      [
        `restore_command = 'cp ${wal}/%f %p'`,
        "recovery_target_name = 'before-the-mistake'",
        "recovery_target_action = 'promote'",
        '',
      ].join('\n'),
    );
    const back = await startCluster(base);
    const looks = openDatabase(back.url, 1);
    // It reads before it writes: whoever serves waits until it is through.
    await expect
      .poll(async () => (await looks.raw('SELECT pg_is_in_recovery() AS on')).rows[0].on, { timeout: 60_000 })
      .toBe(false);
    await looks.destroy();
    const again = await testServer({ url: back.url });
    const her = await again.as('pe_designer');
    expect((await her.get(`/api/jobs/${cart}`)).json.job.wantedOn).toBe('2027-05-05');
    expect((await again.db('jobs').where({ id: hut }).first()).archived_at).toBeNull();
    expect((await her.get('/api/audit/chain')).json.broken).toBeNull();
    expect((await her.post(`/api/jobs/${hut}/wanted`, { wantedOn: '2027-06-06' })).status).toBe(200);
    await again.close();
    back.stop();
  });
});
