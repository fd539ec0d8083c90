import { afterAll, beforeAll, expect, it } from 'vitest';
import { ambient, type Client, editOf, testServer } from '../testing/testServer.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
let id = '';
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
  const { jobs } = (await mira.get('/api/jobs')).json;
  id = jobs.find((j: { jobName: string }) => j.jobName === 'Market cart box').id;
});
afterAll(() => server.close());

it('the history of a board: who did what when, the newest first, page by page; each revision as it was', async () => {
  for (let n = 1; n <= 24; n++)
    await mira.post(`/api/jobs/${id}/edits`, editOf(n, [ambient(20 + n)], `ambient ${20 + n}`));
  const { revisions } = (await mira.get(`/api/jobs/${id}/revisions?limit=10`)).json;
  expect(revisions).toHaveLength(10);
  expect(revisions[0]).toMatchObject({ revision: 25, label: 'ambient 44', way: 'edit', personName: 'Mira Holt' });
  const rest = (await mira.get(`/api/jobs/${id}/revisions?before=16`)).json.revisions;
  expect(rest.map((r: { revision: number }) => r.revision)).toEqual(Array.from({ length: 15 }, (_, n) => 15 - n));
  expect(rest.at(-1)).toMatchObject({ revision: 1, way: 'create' });
  const at = async (n: number) => (await mira.get(`/api/jobs/${id}/revisions/${n}`)).json.board.brief.ambientC;
  expect([await at(2), await at(21), await at(25)]).toEqual([21, 40, 44]);
  expect((await mira.get(`/api/jobs/${id}/revisions/26`)).json.problems[0]).toBe('no revision 26 of this job');
  expect((await mira.get(`/api/jobs/${id}/revisions/x`)).status).toBe(422);
});
