import { execFileSync } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openDatabase, openServing } from '../database/database.ts';
import { type Client, freshDatabase, testServer } from '../testing/testServer.ts';
import { backup, readBackup } from './backup.ts';
import { exportWorkshop, importWorkshop } from './openExport.ts';
import { restore } from './restore.ts';

const PHRASE = 'four lugs on one stud';
let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
let folder = '';
let job = '';
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
  folder = mkdtempSync(join(tmpdir(), 'ombrik-backup-'));
  const { jobs } = (await mira.get('/api/jobs')).json;
  job = jobs.find((j: { jobName: string }) => j.jobName === 'Market cart box').id;
  const bytes = Buffer.from(Array.from({ length: 70_000 }, (_, n) => n % 251));
  const pdf = Buffer.concat([Buffer.from('%PDF-1.4\n'), bytes]);
  const kept = await mira.upload(`/api/jobs/${job}/files`, 'order.pdf', pdf);
  if (kept.status !== 201) throw new Error(JSON.stringify(kept.json));
}, 120_000);
afterAll(async () => {
  rmSync(folder, { recursive: true, force: true });
  await server.close();
});

/** What a fresh database holds after something was put into it. */
async function into<T>(work: (url: string) => Promise<T>): Promise<{ got: T; files: string }> {
  const { url, drop } = await freshDatabase();
  try {
    const got = await work(url);
    const db = openDatabase(url);
    const rows = await db('attachments').orderBy('id').select('id', db.raw("encode(sha256(bytes), 'hex') AS sum"));
    await db.destroy();
    return { got, files: JSON.stringify(rows) };
  } finally {
    await drop();
  }
}
const filesHere = async () =>
  JSON.stringify(
    await server
      .owner('attachments')
      .orderBy('id')
      .select('id', server.owner.raw("encode(sha256(bytes), 'hex') AS sum")),
  );

describe('a backup', { timeout: 240_000 }, () => {
  it('made while the shop works is of one moment, and proves itself in an empty database', async () => {
    let on = true;
    let pressed = 0;
    const working = (async () => {
      while (on) {
        await mira.post('/api/jobs/import', {
          ...marketCartBoard(),
          brief: { ...marketCartBoard().brief, jobName: `Busy ${pressed}` },
        });
        await mira.post('/api/stock/levels', { articleId: 'pvc70-95/RD', low: ++pressed });
      }
    })();
    await expect.poll(() => pressed, { timeout: 60_000 }).toBeGreaterThan(1);
    const made = await backup(server.url, { to: folder });
    on = false;
    await working;
    const manifest = await readBackup(made);
    // What was pressed after that moment is not in it.
    expect(Number((await server.owner('jobs').count('* as n').first())!.n)).toBeGreaterThan(manifest.rows.jobs!);
    expect(manifest.rows.jobs).toBe(manifest.jobs.length);
    expect(manifest.auditEnds[0]!.number).toBe(manifest.rows.audit);
    // Outside check: the sums by coreutils.
    expect(execFileSync('sha256sum', ['-c', 'SHA256SUMS'], { cwd: made, encoding: 'utf8' })).toMatch(/: OK\n.*: OK/);
    const { got, files } = await into((url) => restore(made, url));
    expect(got).toMatchObject({ jobs: manifest.jobs.length, differs: [], otherCore: false });
    expect(files).toBe(await filesHere());
    expect(readdirSync(folder).filter((f) => f.endsWith('.part'))).toEqual([]);
  });
  it('a restored database that is not as it was is seen', async () => {
    const made = await backup(server.url, { to: folder, now: new Date('2026-12-01T10:00:00Z') });
    const manifest = JSON.parse(readFileSync(join(made, 'manifest.json'), 'utf8'));
    manifest.jobs[0].dossier = 'something else';
    manifest.jobs[1].revision += 1;
    manifest.rows.stock += 1;
    manifest.auditEnds[0].hash = 'f'.repeat(64);
    writeFileSync(join(made, 'manifest.json'), JSON.stringify(manifest));
    await expect(readBackup(made)).rejects.toThrow(/manifest.json is not what it was/);
    const sums = execFileSync('sha256sum', ['database.dump', 'manifest.json'], { cwd: made, encoding: 'utf8' });
    writeFileSync(join(made, 'SHA256SUMS'), sums);
    const { got } = await into((url) => restore(made, url));
    expect(got.differs).toEqual([
      expect.stringMatching(/comes to something else/),
      expect.stringMatching(/is at revision/),
      expect.stringMatching(/^stock has/),
      expect.stringMatching(/^the audit does not end as it did/),
    ]);
  });
  it('locked, it is opened by its pass phrase alone, by this program and by openssl', async () => {
    const made = await backup(server.url, { to: folder, passphrase: PHRASE, now: new Date('2026-12-02T10:00:00Z') });
    expect(readFileSync(join(made, 'database.dump.enc')).includes('PGDMP')).toBe(false);
    await expect(into((url) => restore(made, url))).rejects.toThrow(/is locked/);
    await expect(into((url) => restore(made, url, 'five lugs on one stud'))).rejects.toThrow(/pass phrase is another/);
    expect((await into((url) => restore(made, url, PHRASE))).got.differs).toEqual([]);
    // Outside check: OpenSSL reads it without this program.
    const opened = execFileSync(
      'openssl',
      ['enc', '-d', '-aes-256-cbc', '-pbkdf2', '-iter', '600000', '-in', 'database.dump.enc', '-pass', 'env:PHRASE'],
      { cwd: made, env: { ...process.env, PHRASE }, maxBuffer: 1e9 },
    );
    expect(opened.subarray(0, 5).toString()).toBe('PGDMP');
    // One bit turned, with the sum put right: the MAC tells.
    const copy = join(folder, 'turned');
    cpSync(made, copy, { recursive: true });
    const bytes = readFileSync(join(copy, 'database.dump.enc'));
    bytes[bytes.length >> 1]! ^= 1;
    writeFileSync(join(copy, 'database.dump.enc'), bytes);
    await expect(into((url) => restore(copy, url, PHRASE))).rejects.toThrow(/database.dump.enc is not what it was/);
    const sums = execFileSync('sha256sum', ['database.dump.enc', 'manifest.json'], { cwd: copy, encoding: 'utf8' });
    writeFileSync(join(copy, 'SHA256SUMS'), sums);
    await expect(into((url) => restore(copy, url, PHRASE))).rejects.toThrow(/or the backup was changed/);
  });
  it('is never put over what is there, and what is no backup is said', async () => {
    const made = readdirSync(folder).find((f) => f.startsWith('ombrik-'))!;
    await expect(restore(join(folder, made), server.url, PHRASE)).rejects.toThrow(/not empty|locked|not what it was/);
    await expect(into((url) => restore(folder, url))).rejects.toThrow(/holds no SHA256SUMS/);
  });
  it('goes into a database of a plain role, which serves from it at once', async () => {
    const made = await backup(server.url, { to: folder, now: new Date('2026-12-03T10:00:00Z') });
    const { url, drop } = await freshDatabase();
    const admin = openDatabase(url);
    const name = `plain_restore_${process.pid}`;
    await admin.raw(`CREATE ROLE ${name} LOGIN PASSWORD 'plain' CREATEROLE`);
    await admin.raw(`ALTER DATABASE ${new URL(url).pathname.slice(1)} OWNER TO ${name}`);
    await admin.destroy();
    const own = new URL(url);
    [own.username, own.password] = [name, 'plain'];
    expect((await restore(made, own.toString())).differs).toEqual([]);
    const serving = openServing(own.toString());
    expect((await serving.raw('SELECT current_user AS who')).rows[0].who).toBe('ombrik_app');
    await serving.destroy();
    await drop();
  });
  it('that cannot be finished leaves no folder that looks like one', async () => {
    const before = readdirSync(folder).length;
    await expect(backup(server.url.replace(/\/test_/, '/none_'), { to: folder })).rejects.toThrow(/does not exist/);
    expect(readdirSync(folder)).toHaveLength(before);
  });
});

describe('a workshop as open files', { timeout: 240_000 }, () => {
  it('comes into a database without it as it was: every job, every file, every answer', async () => {
    const to = await exportWorkshop(server.url, join(folder, 'open'));
    expect(readdirSync(join(to, 'boards')).some((f) => /^J\d+ Market cart box\.json$/.test(f))).toBe(true);
    const rows = readFileSync(join(to, 'tables', 'attachments.jsonl'), 'utf8')
      .trim()
      .split('\n');
    expect(JSON.parse(rows[0]!).bytes.$file).toMatch(/^files\/attachments-1-/);
    expect(readdirSync(join(to, 'tables'))).not.toContain('sessions.jsonl');
    const answersOf = async (client: Client) => {
      const said: unknown[] = [];
      for (const path of [
        '/api/stock',
        '/api/buying',
        '/api/people',
        `/api/jobs/${job}/floor`,
        `/api/jobs/${job}/quotes`,
      ])
        said.push((await client.get(path)).json);
      return said;
    };
    const here = await answersOf(mira);
    const { got, files } = await into(async (url) => {
      const brought = await importWorkshop(url, to);
      await expect(importWorkshop(url, to)).rejects.toThrow(/is in this database already/);
      const other = await testServer({ url });
      const answers = await answersOf(await other.as('pe_designer'));
      // What comes after goes on where it stood.
      const next = (await (await other.as('pe_designer')).post('/api/jobs/import', marketCartBoard())).json.job.number;
      const chain = (await (await other.as('pe_designer')).get('/api/audit/chain')).json;
      await other.close();
      return { brought, answers, next, chain };
    });
    expect(got.brought.differs).toEqual([]);
    expect(got.answers).toEqual(here);
    expect(files).toBe(await filesHere());
    expect(got.next).toBe(Math.max(...(await server.owner('jobs').pluck('number'))) + 1);
    expect(got.chain.broken).toBeNull();
  });
  it('a row that names a file outside the folder, and a folder that is none, are refused', async () => {
    const copy = join(folder, 'bent');
    cpSync(join(folder, 'open'), copy, { recursive: true });
    const file = join(copy, 'tables', 'attachments.jsonl');
    writeFileSync(file, readFileSync(file, 'utf8').replace(/"\$file":"[^"]*"/, '"$file":"files/../../../etc/passwd"'));
    await expect(into((url) => importWorkshop(url, copy))).rejects.toThrow(/accepted: one under files\//);
    await expect(into((url) => importWorkshop(url, folder))).rejects.toThrow(/holds no workshop.json/);
  });
});
