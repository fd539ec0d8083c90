import { spawnSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';
import { caller, root, startServer } from './testing/serverProcess.ts';
import { ambient, editOf, freshDatabase } from './testing/testServer.ts';

const answers = (call: ReturnType<typeof caller>) => async (path: string, body?: unknown) =>
  (await call(path, body)).json;

describe('servers that start and go', () => {
  it('two first starts on one empty database both come up, with one workshop', async () => {
    const { url, drop } = await freshDatabase();
    const both = await Promise.all([startServer(url), startServer(url)]);
    for (const { port } of both) {
      const health = await fetch(`http://127.0.0.1:${port}/api/health`);
      expect([health.status, ((await health.json()) as { ok: boolean }).ok]).toEqual([200, true]);
      const me = (await (await fetch(`http://127.0.0.1:${port}/api/me`)).json()) as { demoPeople: unknown[] };
      expect(me.demoPeople).toHaveLength(6);
    }
    expect(await Promise.all(both.map((s) => s.end()))).toEqual([0, 0]);
    await drop();
  });
  it('asked to go, it goes at once although a browser listens', async () => {
    const { url, drop } = await freshDatabase();
    const server = await startServer(url);
    const at = `http://127.0.0.1:${server.port}`;
    const signIn = await fetch(`${at}/api/demo-sign-in`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ personId: 'pe_designer' }),
    });
    const live = await fetch(`${at}/api/live`, {
      headers: { cookie: signIn.headers.get('set-cookie')!.split(';')[0]! },
    });
    expect(live.status).toBe(200);
    const began = Date.now();
    expect(await server.end()).toBe(0);
    // Well before the time after which it goes in any case.
    expect(Date.now() - began).toBeLessThan(8000);
    await live.body!.cancel().catch(() => {});
    await drop();
  });
});

describe('a killed server', () => {
  it('has every word of the floor once, however often a tablet sends it again', { timeout: 180_000 }, async () => {
    const { url, drop } = await freshDatabase();
    let server = await startServer(url);
    const call = answers(caller(() => server.port));
    await call('/api/demo-sign-in', { personId: 'pe_assembler' });
    const jobs: { id: string; jobName: string }[] = (await call('/api/jobs')).jobs;
    const { id } = jobs.find((j) => j.jobName === 'Larchfold hut board')!;
    const { plan, revision } = await call(`/api/jobs/${id}/build`);
    const word = (n: number) => ({
      key: `killed-word-${n}`,
      stepId: plan.steps[n % plan.steps.length].id,
      revision,
      unit: 1,
      fingerprint: plan.steps[n % plan.steps.length].fingerprint,
      said: n % 3 === 2 ? { kind: 'undone', reason: 'slipped' } : { kind: 'held', reason: '' },
      // The clock of the tablet is years off.
      saidAt: '2019-01-01T00:00:00.000Z',
    });
    const all = Array.from({ length: 200 }, (_, n) => word(n));
    let acknowledged = 0;
    // As a tablet does: what is not acknowledged is sent again with what came since, in order.
    const send = async () => {
      while (acknowledged < all.length) {
        const upTo = Math.min(all.length, acknowledged + 7);
        const answer = await call(`/api/jobs/${id}/build/records`, {
          records: all.slice(Math.max(0, acknowledged - 3), upTo),
        });
        if (!answer.kept) throw new Error('not taken');
        acknowledged = upTo;
      }
    };
    const first = send().catch(() => {});
    await expect.poll(() => acknowledged, { timeout: 20_000, interval: 3 }).toBeGreaterThan(20);
    await server.kill();
    await first;
    server = await startServer(url);
    await send();
    const { records } = await call(`/api/jobs/${id}/build`);
    const keys = (records as { key: string }[]).map((r) => r.key).filter((k) => k.startsWith('killed-word'));
    expect(keys).toEqual(all.map((w) => w.key));
    await server.kill();
    await drop();
  });
  it('loses no acknowledged edit', { timeout: 180_000 }, async () => {
    const { url, drop } = await freshDatabase();
    let server = await startServer(url);
    const call = answers(caller(() => server.port));
    await call('/api/demo-sign-in', { personId: 'pe_designer' });
    const { id } = (await call('/api/jobs')).jobs[0];
    let acknowledged = 1;
    // Edits keep coming while the server is shot; only what it answered counts.
    const stream = (async () => {
      for (let i = 0; i < 500; i++) {
        const answer = await call(
          `/api/jobs/${id}/edits`,
          editOf(acknowledged, [ambient((acknowledged % 50) + 0.25)]),
        ).catch(() => null);
        if (!answer) return;
        acknowledged = answer.revision;
      }
    })();
    await expect.poll(() => acknowledged, { timeout: 20_000, interval: 7 }).toBeGreaterThan(3);
    await server.kill();
    await stream;
    server = await startServer(url);
    const after = await call(`/api/jobs/${id}`);
    expect(after.revision).toBeGreaterThanOrEqual(acknowledged);
    expect(after.revision).toBeLessThanOrEqual(acknowledged + 1);
    const at = await call(`/api/jobs/${id}/dossier?revision=${acknowledged}`);
    expect(at.revision).toBe(acknowledged);
    expect(after.board.brief.ambientC).toBe(((after.revision - 1) % 50) + 0.25);
    await server.kill();
    await drop();
  });
});

describe('an empty workshop', () => {
  it('is started by a command that makes its first user, once', async () => {
    const { url, drop } = await freshDatabase();
    const FIRST = 'three grey herons by the weir';
    const run = (...args: string[]) =>
      spawnSync('node', ['--import', 'tsx', 'server/src/firstUser.ts', ...args], {
        cwd: root,
        encoding: 'utf8',
        env: { ...process.env, DATABASE_URL: url, FIRST_PASSWORD: FIRST },
      });
    expect(run('--workshop', 'Heron Yard').stderr).toContain('Usage:');
    expect(
      run('--workshop', 'Heron Yard', '--name', 'Eve', '--email', 'eve@heron.example', '--roles', 'captain').stderr,
    ).toContain('roles has "captain"; accepted: owner, designer, buyer, assembler');
    expect(run('--workshop', 'Heron Yard', '--name', 'Eve', '--email', 'notanemail').stderr).toContain(
      'email is "notanemail"',
    );
    expect(run('--workshop', 'Heron Yard', '--name', 'Eve', '--email', 'eve@heron.example').stdout).toContain(
      'Sign in as eve@heron.example',
    );
    expect(run('--workshop', 'Other', '--name', 'Bo', '--email', 'bo@heron.example').stderr).toContain(
      'holds "Heron Yard" already',
    );
    const server = await startServer(url);
    const signIn = await fetch(`http://127.0.0.1:${server.port}/api/sign-in`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: 'eve@heron.example', password: FIRST, workshopId: null }),
    });
    expect(signIn.status).toBe(200);
    const me = (await (await fetch(`http://127.0.0.1:${server.port}/api/me`)).json()) as {
      demoPeople: unknown[];
      workshopName: string;
    };
    expect(me).toMatchObject({ demoPeople: [], workshopName: 'Heron Yard' });
    await server.kill();
    await drop();
  });
});
