import { buildState } from '@ombrik/core/build/buildState';
import type { BuildStep } from '@ombrik/core/build/step';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Client, editOf, testServer } from '../testing/testServer.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
let jonas: Client;
let job: string;
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
  jonas = await server.as('pe_assembler');
  const { jobs } = (await mira.get('/api/jobs')).json;
  job = jobs.find((j: { jobName: string }) => j.jobName === 'Larchfold hut board').id;
});
afterAll(() => server.close());

const build = async (who = mira) => (await who.get(`/api/jobs/${job}/build`)).json;
let n = 0;
const word = (step: BuildStep, said: unknown, more: Record<string, unknown> = {}) => ({
  key: `build-key-${n++}`,
  stepId: step.id,
  revision: 1,
  fingerprint: step.fingerprint,
  said,
  unit: 1,
  saidAt: '2026-11-30T09:00:00.000Z',
  ...more,
});
const DONE = { kind: 'done', minutes: 4, planned: 4, value: null, toolId: null };
const say = (who: Client, records: unknown[]) => who.post(`/api/jobs/${job}/build/records`, { records });
const stateOf = (b: Awaited<ReturnType<typeof build>>) => buildState(b.plan, b.records, new Set(b.madeIds));

describe('the build of a job', () => {
  it('has the plan of the revision on the floor, its records and what cables are made', async () => {
    const b = await build();
    expect(b.released).toBe(true);
    expect(b.plan.steps.length).toBeGreaterThan(100);
    expect(b.records).toEqual([]);
    expect(Array.isArray(b.madeIds)).toBe(true);
    expect((await mira.get('/api/jobs/nonsense/build')).status).toBe(404);
  });
  it('takes down who said what, by the clock of the device and by its own, and everybody sees it', async () => {
    const { plan } = await build();
    const { status, json } = await say(jonas, [word(plan.steps[0], DONE)]);
    expect(status).toBe(201);
    expect(json.kept).toHaveLength(1);
    const b = await build(mira);
    expect(b.records.at(-1)).toMatchObject({
      stepId: plan.steps[0].id,
      said: DONE,
      saidAt: '2026-11-30T09:00:00.000Z',
    });
    expect(stateOf(b).steps[0]!.state).toBe('done');
    expect(Math.abs(Date.parse(b.records.at(-1).at) - Date.now())).toBeLessThan(60_000);
  });
  it('each word once, whoever sends it how often; two hundred kept on a device come in order', async () => {
    const before = (await build()).records.length;
    const { plan } = await build();
    const many = plan.steps
      .slice(1, 101)
      .flatMap((s: BuildStep) => [word(s, DONE), word(s, { kind: 'undone', reason: 'crooked' })]);
    expect((await say(jonas, many)).status).toBe(201);
    // The answer was lost on the way: the device sends them once more, with one that is new.
    const more = [...many, word(plan.steps[1], DONE)];
    expect((await say(jonas, more)).json.kept).toHaveLength(201);
    const b = await build();
    expect(b.records).toHaveLength(before + 201);
    expect(b.records.slice(before).map((r: { key: string }) => r.key)).toEqual(more.map((r) => r.key));
    expect(stateOf(b).doneCount).toBe(2);
  });
  it('two devices that say things at once: both are kept', async () => {
    const { plan } = await build();
    const [a, b] = await Promise.all([
      say(jonas, [word(plan.steps[2], DONE)]),
      say(mira, [word(plan.steps[2], { kind: 'problem', text: 'no ⌀ 3.5 bit' })]),
    ]);
    expect([a.status, b.status]).toEqual([201, 201]);
    const state = stateOf(await build());
    const own = state.steps.find((s) => s.step.id === plan.steps[2].id)!;
    expect(own.problems.map((p) => p.text)).toEqual(['no ⌀ 3.5 bit']);
    expect(own.by?.personName).toBeTruthy();
  });
  it('a clock that is wrong changes nothing of the order', async () => {
    const { plan } = await build();
    const step = plan.steps[3];
    await say(jonas, [word(step, DONE, { saidAt: '2031-01-01T00:00:00.000Z' })]);
    await say(jonas, [word(step, { kind: 'undone', reason: 'slipped' }, { saidAt: '2019-01-01T00:00:00.000Z' })]);
    expect(stateOf(await build()).steps.find((s) => s.step.id === step.id)!.state).toBe('open');
  });
  it('refuses what it cannot read by name, and a board that is not on the floor', async () => {
    const { plan } = await build();
    const bad = async (change: Record<string, unknown>) =>
      (await say(jonas, [word(plan.steps[0], DONE, change)])).json.problems.join();
    expect(await bad({ saidAt: 'yesterday' })).toMatch(/saidAt/);
    expect(await bad({ revision: 99_999 })).toMatch(/revision is "99999"; accepted: the one on the floor/);
    expect(await bad({ said: { kind: 'burnt' } })).toMatch(
      /done, undone, moved, held, goesOn, photo, serial, problem, solved/,
    );
    expect(await bad({ said: { ...DONE, value: -4 } })).toMatch(/value/);
    expect((await say(jonas, [])).status).toBe(422);
    const before = (await build()).records.length;
    await say(jonas, [word(plan.steps[0], DONE), word(plan.steps[0], DONE, { revision: 99_999 })]);
    expect((await build()).records).toHaveLength(before);
    const { jobs } = (await mira.get('/api/jobs')).json;
    const fresh = jobs.find((j: { jobName: string }) => /mast/i.test(j.jobName));
    const refused = await jonas.post(`/api/jobs/${fresh.id}/build/records`, { records: [word(plan.steps[0], DONE)] });
    expect([refused.status, refused.json.problems[0]]).toEqual([
      409,
      'this board is not on the floor; accepted: records of a released board',
    ]);
  });
  it('a release after another asks the floor by a note; what is opened takes readings away', async () => {
    const before = await build();
    const mount = before.plan.steps.find((s: BuildStep) => s.kind === 'mount');
    const stud = before.plan.steps.find((s: BuildStep) => s.kind === 'torque');
    await say(jonas, [word(mount, DONE), word(stud, DONE)]);
    // The undoing of the tests above has opened some.
    const opened = async () => (await mira.get(`/api/jobs/${job}/floor`)).json.opened;
    const count = (await opened()).length;
    await say(jonas, [word(stud, { kind: 'undone', reason: 'has to be opened' })]);
    expect((await opened()).slice(count)).toMatchObject([{ itemIds: stud.itemIds }]);
    const item = before.board.items.find((i: { id: string }) => i.id === mount.itemIds[0]);
    const place = { ...item.place, xMm: item.place.xMm + 2 };
    const { revision } = (await mira.get(`/api/jobs/${job}`)).json;
    const commands = [{ kind: 'set', collection: 'items', id: item.id, field: 'place', value: place }] as never;
    expect((await mira.post(`/api/jobs/${job}/edits`, editOf(revision, commands))).status).toBe(200);
    expect((await build()).note).toBeNull();
    const released = await mira.post(`/api/jobs/${job}/release`, {
      way: 'release',
      revision: revision + 1,
      reason: 'moved a little',
    });
    expect(released.json.problems ?? []).toEqual([]);
    const after = await build();
    expect(after.note).toMatchObject({ fromRevision: 1, toRevision: revision + 1, personName: 'Mira Holt' });
    expect(after.note.redo.map((s: { id: string }) => s.id)).toContain(mount.id);
    const stations = (await mira.get(`/api/jobs/${job}/floor`)).json.stations;
    expect(stations.find((s: { station: string }) => s.station === 'build').state).toBe('findings');
    await say(jonas, [
      word({ ...mount, id: `note/${revision + 1}` }, { kind: 'noteTaken' }, { revision: revision + 1 }),
    ]);
    expect((await build()).records.at(-1)).toMatchObject({
      stepId: `note/${revision + 1}`,
      said: { kind: 'noteTaken' },
    });
  });
  it('only a designer answers what was built otherwise', async () => {
    const { plan, revision } = await build();
    const step = plan.steps.find((s: BuildStep) => s.kind === 'lay');
    const what = { kind: 'link', cableId: step.cableIds[0] };
    const told = word(step, { kind: 'otherwise', what, words: 'a link' }, { revision });
    expect((await say(jonas, [told])).status).toBe(201);
    const answered = () =>
      word(step, { kind: 'answered', to: told.key, taken: false, reason: 'no', as: null }, { revision });
    expect((await say(jonas, [answered()])).json.problems).toEqual([
      'only a designer answers what was built otherwise',
    ]);
    expect((await say(mira, [answered()])).status).toBe(201);
    const bad = word(step, { kind: 'otherwise', what: { kind: 'link' }, words: 'a link' }, { revision });
    expect((await say(jonas, [bad])).json.problems.join()).toMatch(/cableId/);
  });
});
