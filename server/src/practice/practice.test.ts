import { placeOf } from '@ombrik/core/practice/levels';
import type { Defect } from '@ombrik/core/stages/bench/defect';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Client, testServer } from '../testing/testServer.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let ada: Client;
let jonas: Client;
let mira: Client;
beforeAll(async () => {
  server = await testServer();
  ada = await server.as('pe_tester');
  jonas = await server.as('pe_assembler');
  mira = await server.as('pe_designer');
});
afterAll(() => server.close());

const start = async (level: number, who = ada): Promise<string> =>
  (await who.post('/api/practice', { board: 'marketCart', jobId: null, level })).json.id;
const view = async (id: string, who = ada) => (await who.get(`/api/practice/${id}`)).json.run;
const does = (id: string, act: object, who = ada) => who.post(`/api/practice/${id}/acts`, act);
const hidden = async (id: string): Promise<Defect[]> =>
  (await server.db('practice_runs').where({ id }).first()).defects;
const guess = (id: string, d: Pick<Defect, 'kind'> & { place: string }) => ada.post(`/api/practice/${id}/guesses`, d);

describe('practice', () => {
  it('a broken wire is found by ohms, cold; it is told only once it is found, and has its points', async () => {
    const id = await start(1);
    const before = await view(id);
    expect(before).toMatchObject({ hiddenCount: 1, hidden: null, outcome: null });
    expect(JSON.stringify(before)).not.toContain('openWire');
    const [broken] = await hidden(id);
    const readings: [string, number][] = [];
    for (const lead of before.sheet.leads) {
      const { json } = await does(id, { do: 'send', connectionId: lead.connectionId });
      readings.push([lead.connectionId, json.answer.value]);
      expect(json.answer.raw[0]).toBe('OMBRIK,SIMULATED-METER,0,1.0');
    }
    const open = readings.filter(([, value]) => value >= 9e37).map(([lead]) => lead);
    expect(open).toEqual([placeOf(broken!)]);
    expect((await guess(id, { kind: 'openWire', place: 'cn_none' })).json).toEqual({ right: false, left: 1 });
    expect((await guess(id, { kind: 'openWire', place: open[0]! })).json).toEqual({ right: true, left: 0 });
    const after = await view(id);
    expect(after).toMatchObject({ outcome: 'found', hidden: [broken] });
    // One wrong guess, and more readings than a practised person needs.
    expect(after.points).toBeLessThan(81);
    expect((await does(id, { do: 'connectBank' })).status).toBe(409);
  });
  it('a board alive reads as one: volts behind each fuse, with the tips put where somebody says', async () => {
    const id = await start(3);
    const { sheet } = await view(id);
    const volts = (plus: string, minus: string) => {
      const point = (says: string) => sheet.points.find((p: { says: string }) => p.says === says).ref;
      return does(id, { do: 'read', quantity: 'voltage', plus: point(plus), minus: point(minus) });
    };
    expect((await volts('-G1:plus', '-G1:minus')).json.answer.value).toBe(0);
    await does(id, { do: 'connectBank' });
    expect((await volts('-G1:plus', '-G1:minus')).json.answer.value).toBeCloseTo(12.4, 1);
    await does(id, { do: 'closeIsolators' });
    expect((await view(id)).state).toMatchObject({ bank: true, isolators: true, linksIn: [] });
  });
  it('what is unsafe ends it, with what would have been harmed, and nothing more is told than that', async () => {
    const id = await start(2);
    await does(id, { do: 'connectBank' });
    const { sheet } = await view(id);
    const [a, b] = sheet.points.map((p: { ref: object }) => p.ref);
    const { json } = await does(id, { do: 'read', quantity: 'resistance', plus: a, minus: b });
    expect(json.answer.why).toMatch(/ohms on live conductors/);
    expect(await view(id)).toMatchObject({ outcome: 'unsafe', points: 0, why: expect.stringMatching(/ohms on live/) });
  });
  it('two at once are both wanted', async () => {
    const id = await start(7);
    const both = await hidden(id);
    expect(both).toHaveLength(2);
    const [first, second] = both.map((d) => ({ kind: d.kind, place: placeOf(d) }));
    expect((await guess(id, first!)).json).toEqual({ right: true, left: 1 });
    expect((await guess(id, first!)).json).toEqual({ right: true, left: 1 });
    expect((await guess(id, second!)).json).toEqual({ right: true, left: 0 });
  });
  it('on a board of the shop’s own, which it leaves alone', async () => {
    const { jobs } = (await ada.get('/api/jobs')).json;
    const job = jobs.find((j: { jobName: string }) => j.jobName === 'Larchfold hut board');
    const count = async () => (await ada.get(`/api/jobs/${job.id}/floor`)).json.bench.length;
    const before = await count();
    const { json } = await ada.post('/api/practice', { board: null, jobId: job.id, level: 4 });
    const run = await view(json.id);
    await does(json.id, { do: 'send', connectionId: run.sheet.leads[0].connectionId });
    expect(await count()).toBe(before);
    expect((await hidden(json.id))[0]).toMatchObject({ kind: 'looseCrimp' });
  });
  it('is seen by who did it and by who trains, and by nobody else', async () => {
    const id = await start(1, jonas);
    expect((await ada.get(`/api/practice/${id}`)).status).toBe(404);
    expect((await mira.get(`/api/practice/${id}`)).status).toBe(200);
    const names = async (who: Client) =>
      new Set((await who.get('/api/practice')).json.runs.map((r: { personName: string }) => r.personName));
    expect(await names(ada)).toEqual(new Set(['Ada Fenn']));
    expect(await names(mira)).toEqual(new Set(['Ada Fenn', 'Jonas Wick']));
    expect((await jonas.post(`/api/practice/${id}/give-up`, { sure: true })).status).toBe(200);
    expect((await view(id, jonas)).hidden).toHaveLength(1);
  });
  it('says what is accepted', async () => {
    expect((await ada.post('/api/practice', { board: null, jobId: null, level: 1 })).json.problems[0]).toMatch(
      /one of them/,
    );
    expect((await ada.post('/api/practice', { board: 'marketCart', jobId: null, level: 9 })).json.problems[0]).toMatch(
      /level is 9/,
    );
    const id = await start(1);
    expect((await does(id, { do: 'putLink' })).json.problems[0]).toBe('key is missing for "putLink"');
    expect((await does(id, { do: 'send', connectionId: 'cn_none' })).json.problems[0]).toMatch(/accepted: a lead of/);
  });
});
