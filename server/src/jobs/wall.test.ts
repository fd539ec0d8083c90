import { newBoard } from '@ombrik/core/document/newBoard';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Client, editOf, testServer } from '../testing/testServer.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
  await caughtUp();
});
afterAll(() => server.close());

const wall = async (asked = '') => (await mira.get(`/api/jobs${asked}`)).json;
const caughtUp = async () => {
  while ((await wall('?limit=5000')).behind > 0);
};
const rowOf = async (name: string) => (await wall()).jobs.find((j: { jobName: string }) => j.jobName === name);
const kept = (id: string) => server.db('job_summaries').where({ job_id: id }).first();
const cart = 'Market cart box';

describe('the wall', () => {
  it('reads rows that are kept: looked at again, nothing is worked out', async () => {
    const { id } = await rowOf(cart);
    // What is kept is what is shown, whatever it says.
    await server
      .db('job_summaries')
      .where({ job_id: id })
      .update({ summary: server.db.raw(`jsonb_set(summary, '{stops}', '77')`) });
    expect((await rowOf(cart)).stops).toBe(77);
    await server.db('job_summaries').where({ job_id: id }).update({ made_of: 'long ago' });
    expect((await rowOf(cart)).stops).toBe(0);
  });
  it('a row is made anew after an edit, a tick of the floor, and a setting of the workshop', async () => {
    const { id, revision, stations } = await rowOf(cart);
    const first = (await kept(id)).made_of;
    await mira.post(
      `/api/jobs/${id}/edits`,
      editOf(revision, [{ kind: 'setBrief', field: 'jobName', value: 'Cart II' }]),
    );
    expect((await rowOf('Cart II')).revision).toBe(revision + 1);
    const second = (await kept(id)).made_of;
    expect(second).not.toBe(first);
    const made = await mira.post(`/api/jobs/${id}/made`, { cableIds: ['cb_1'], made: true, revision: revision + 1 });
    expect(made.status).toBe(200);
    const cables = (row: { stations: { station: string; count: number }[] }) =>
      row.stations.find((s) => s.station === 'cables')!.count;
    expect(cables(await rowOf('Cart II'))).toBe(cables({ stations }) - 1);
    const third = (await kept(id)).made_of;
    await mira.post('/api/buying/offers', {
      articleId: 'pvc70-95/RD',
      supplier: 'Ferry Wire',
      packQuantity: 25_000,
      packPrice: 90,
      leadDays: 3,
    });
    await caughtUp();
    expect((await kept(id)).made_of).not.toBe(third);
    await mira.post(
      `/api/jobs/${id}/edits`,
      editOf(revision + 1, [{ kind: 'setBrief', field: 'jobName', value: cart }]),
    );
  });
  it('is searched by name, customer and number, and read in pages', async () => {
    const all = await wall();
    const { number } = all.jobs[0];
    expect((await wall('?words=market%20cart')).jobs.map((j: { jobName: string }) => j.jobName)).toEqual([cart]);
    expect((await wall(`?words=${number}`)).count).toBe(1);
    expect((await wall('?words=nobody')).jobs).toEqual([]);
    const pages = [await wall('?limit=2'), await wall('?limit=2&offset=2')];
    expect(pages.map((p) => p.count)).toEqual([all.count, all.count]);
    expect(pages.flatMap((p) => p.jobs)).toEqual(all.jobs.slice(0, 4));
    expect((await mira.get('/api/jobs?limit=x')).json.problems.join()).toMatch(
      /limit is "x"; accepted: a whole number from 0/,
    );
  });
  it('the first wanted comes first, what has no day last; the archive is asked for', async () => {
    const { jobs } = await wall();
    const days = jobs.map((j: { wantedOn: string | null }) => j.wantedOn ?? '9999');
    expect(days).toEqual([...days].sort());
    const { id } = (await mira.post(`/api/jobs/${jobs[0].id}/duplicate`, {})).json.job;
    await mira.post(`/api/jobs/${id}/archive`, { archived: true });
    const has = async (asked: string) => (await wall(asked)).jobs.some((j: { id: string }) => j.id === id);
    expect([await has('?archived=no'), await has('?archived=yes')]).toEqual([false, true]);
  });
  it('when everything has changed at once, some rows come late and say so', async () => {
    const { id } = await rowOf(cart);
    for (let n = 0; n < 45; n++) await mira.post(`/api/jobs/${id}/duplicate`, {});
    await caughtUp();
    await server.db('job_summaries').update({ made_of: 'long ago' });
    const first = await wall('?limit=5000');
    expect(first.behind).toBeGreaterThan(0);
    expect(first.jobs.length).toBe(first.count);
    await caughtUp();
    expect((await wall('?limit=5000')).jobs).toEqual(first.jobs);
  });
  it('many new jobs are seen and found at once, before any of them is worked out', async () => {
    const named = (n: number) => {
      const board = newBoard({});
      return { ...board, brief: { ...board.brief, jobName: `Order ${n}`, customer: 'A crowd' } };
    };
    for (let n = 0; n < 30; n++) expect((await mira.post('/api/jobs/import', named(n))).status).toBe(201);
    const first = await wall('?words=a%20crowd');
    expect([first.count, first.jobs.length]).toEqual([30, 30]);
    expect(first.behind).toBeGreaterThan(0);
    const waiting = first.jobs.filter((j: { stations: unknown[] }) => j.stations.length === 0);
    expect(waiting.length).toBeGreaterThan(0);
    expect(waiting[0].waitsFor).toMatch(/being worked out/);
    while ((await wall()).behind > 0);
    const last = await wall('?words=a%20crowd');
    expect(last.jobs.every((j: { stations: unknown[] }) => j.stations.length > 5)).toBe(true);
  });
  it('a job that a server of before took in, without a row, comes to the wall all the same', async () => {
    const { id } = await rowOf(cart);
    await server.db('job_summaries').where({ job_id: id }).delete();
    while ((await wall()).behind > 0);
    expect((await rowOf(cart)).stations.length).toBeGreaterThan(5);
  });
});
