import { pathToFileURL } from 'node:url';
import { describe, expect, it } from 'vitest';
import { badLine, type Fault } from '../testing/badLine.ts';
import { caller, root, startServer } from '../testing/serverProcess.ts';
import { type Client, freshDatabase, testServer } from '../testing/testServer.ts';

const jobsOf = async (client: Client) => {
  const { jobs } = (await client.get('/api/jobs')).json;
  return (name: string): string => jobs.find((j: { jobName: string }) => j.jobName === name).id;
};

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
