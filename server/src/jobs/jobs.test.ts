import { hash } from '@node-rs/argon2';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { VERSIONS } from '@ombrik/core/versions';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ambient, type Client, editOf, testServer } from '../testing/testServer.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
let jonas: Client;
/** A second one who draws. */
let edda: Client;
let jobId: string;
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
  jonas = await server.as('pe_assembler');
  edda = await server.as('pe_second');
  jobId = (await mira.get('/api/jobs')).json.jobs.find((j: { jobName: string }) => j.jobName === 'Market cart box').id;
});
afterAll(() => server.close());
const revision = async () => (await mira.get(`/api/jobs/${jobId}`)).json.revision as number;

describe('signing in', () => {
  it('lets nobody in without it', async () => {
    expect((await server.nobody.get('/api/jobs')).status).toBe(401);
    expect((await server.nobody.get(`/api/jobs/${jobId}/out/parts.csv`)).status).toBe(401);
  });
  it('keeps passwords as argon2 and sets an HttpOnly SameSite cookie', async () => {
    const person = await server.db('people').first();
    expect(person.password_hash).toMatch(/^\$argon2id\$/);
    const { status, response } = await server.nobody.post('/api/sign-in', {
      email: 'MIRA@teasel.example',
      password: 'bench-demo',
      workshopId: null,
    });
    expect(status).toBe(200);
    expect(response.headers.get('set-cookie')).toMatch(/HttpOnly.*SameSite=Strict/);
    expect((await server.db('sessions').first()).token_hash).toHaveLength(64);
  });
  it('refuses a wrong password and an unknown person alike, and unknown fields', async () => {
    const guess = (email: string) => server.nobody.post('/api/sign-in', { email, password: 'guess', workshopId: null });
    const [wrong, unknown] = [await guess('mira@teasel.example'), await guess('nobody@teasel.example')];
    expect([wrong.status, unknown.status]).toEqual([401, 401]);
    expect(wrong.json).toEqual(unknown.json);
    expect(
      (await server.nobody.post('/api/sign-in', { email: 'a@b.c', password: 'x', workshopId: null, admin: true })).json
        .problems[0],
    ).toContain('unknown field admin');
  });
  it('one-click sign-in is there only with demo data', async () => {
    await server.db('workshops').where({ id: server.workshopId }).update({ is_demo: false });
    expect((await server.nobody.post('/api/demo-sign-in', { personId: 'pe_designer' })).status).toBe(404);
    expect((await server.nobody.get('/api/me')).json.demoPeople).toEqual([]);
    await server.db('workshops').where({ id: server.workshopId }).update({ is_demo: true });
  });
  it('a session that has run out is worth nothing', async () => {
    const late = await server.as('pe_tester');
    await server
      .db('sessions')
      .where({ person_id: 'pe_tester' })
      .update({ expires_at: new Date(Date.now() - 1000) });
    expect((await late.get('/api/jobs')).status).toBe(401);
    expect(await hash('x')).not.toBe(await hash('x'));
  });
});

describe('edits', () => {
  // And loses nothing on either side.
  it('an edit on a stale revision gets 409 with the current board', async () => {
    const base = await revision();
    expect((await mira.post(`/api/jobs/${jobId}/edits`, editOf(base, [ambient(31)]))).json.revision).toBe(base + 1);
    const late = await edda.post(
      `/api/jobs/${jobId}/edits`,
      editOf(base, [{ kind: 'setBrief', field: 'notes', value: 'from Jonas' }]),
    );
    expect(late.status).toBe(409);
    expect(late.json.revision).toBe(base + 1);
    expect(late.json.board.brief.ambientC).toBe(31);
    const again = await edda.post(
      `/api/jobs/${jobId}/edits`,
      editOf(base + 1, [{ kind: 'setBrief', field: 'notes', value: 'from Jonas' }]),
    );
    expect(again.status).toBe(200);
    const { board } = (await mira.get(`/api/jobs/${jobId}`)).json;
    expect([board.brief.ambientC, board.brief.notes]).toEqual([31, 'from Jonas']);
  });
  it('of many edits on one revision exactly one is taken', async () => {
    const base = await revision();
    const results = await Promise.all(
      Array.from({ length: 8 }, (_, i) => mira.post(`/api/jobs/${jobId}/edits`, editOf(base, [ambient(20 + i)]))),
    );
    expect(results.map((r) => r.status).sort()).toEqual([200, 409, 409, 409, 409, 409, 409, 409]);
    expect(await revision()).toBe(base + 1);
  });
  it('the same edit sent twice is made once', async () => {
    const edit = editOf(await revision(), [ambient(33)]);
    const [first, second] = [
      await mira.post(`/api/jobs/${jobId}/edits`, edit),
      await mira.post(`/api/jobs/${jobId}/edits`, edit),
    ];
    expect(second.json).toEqual(first.json);
  });
  it('a bad edit writes nothing and says path, value and what is accepted', async () => {
    const base = await revision();
    const bad = await mira.post(
      `/api/jobs/${jobId}/edits`,
      editOf(base, [{ kind: 'setBrief', field: 'ambientC', value: '30' } as never]),
    );
    expect(bad.status).toBe(422);
    expect(bad.json.problems).toEqual(['brief.ambientC is "30"; accepted: a number from -30 to 60 °C']);
    const dangling = await mira.post(
      `/api/jobs/${jobId}/edits`,
      editOf(base, [{ kind: 'remove', collection: 'items', id: 'it_F1' }]),
    );
    expect(dangling.json.problems.join()).toContain('names nothing');
    const half = await mira.post(`/api/jobs/${jobId}/edits`, '{"half":');
    expect([half.status, half.json.problems]).toEqual([400, ['Malformed JSON in request body']]);
    const noDay = await mira.post(`/api/jobs/${jobId}/wanted`, { wantedOn: '2026-13-45' });
    expect(noDay.json.problems).toEqual(['wantedOn is "2026-13-45"; accepted: a date such as 2026-12-18']);
    expect((await mira.get(`/api/jobs/${jobId}/dossier?revision=abc`)).status).toBe(422);
    expect(await revision()).toBe(base);
  });
  it('undo takes back one’s own edits in turn, redo brings them again, others’ stay', async () => {
    let base = await revision();
    await mira.post(`/api/jobs/${jobId}/edits`, editOf(base++, [ambient(11)], 'eleven'));
    await mira.post(`/api/jobs/${jobId}/edits`, editOf(base++, [ambient(12)], 'twelve'));
    await edda.post(
      `/api/jobs/${jobId}/edits`,
      editOf(base++, [{ kind: 'setBrief', field: 'place', value: 'Jonas was here' }]),
    );
    const step = async (way: string) =>
      (await mira.post(`/api/jobs/${jobId}/${way}`, { editId: `step-${way}-${base}`, baseRevision: base++ })).json.board
        .brief;
    expect((await step('undo')).ambientC).toBe(11);
    const second = await step('undo');
    expect(second.ambientC).not.toBe(11);
    expect(second.place).toBe('Jonas was here');
    expect((await step('redo')).ambientC).toBe(11);
    expect((await step('redo')).ambientC).toBe(12);
    expect((await mira.post(`/api/jobs/${jobId}/redo`, { editId: 'nothing-left', baseRevision: base })).status).toBe(
      409,
    );
  });
  it('a step whose answer was lost is answered again, not done twice: from twenty hands at once too', async () => {
    let base = await revision();
    await mira.post(`/api/jobs/${jobId}/edits`, editOf(base++, [ambient(21)], 'twenty-one'));
    const ask = () => mira.post(`/api/jobs/${jobId}/undo`, { editId: 'undo-once', baseRevision: base });
    const answers = await Promise.all(Array.from({ length: 20 }, ask));
    expect(answers.map((a) => a.status)).toEqual(Array(20).fill(200));
    expect(new Set(answers.map((a) => a.json.revision))).toEqual(new Set([base + 1]));
    expect(await revision()).toBe(base + 1);
    // Long after, with other edits between, it still says what it did then.
    await mira.post(`/api/jobs/${jobId}/edits`, editOf(base + 1, [ambient(22)]));
    expect((await ask()).json.revision).toBe(base + 1);
  });
  it('a page asks which of the edits it kept have arrived', async () => {
    const base = await revision();
    await mira.post(`/api/jobs/${jobId}/edits`, { ...editOf(base, [ambient(23)]), editId: 'arrived-one' });
    const known = async (keys: string) => mira.get(`/api/jobs/${jobId}/edits/known?keys=${keys}`);
    expect((await known('arrived-one,never-came')).json).toEqual({ known: ['arrived-one'] });
    expect((await known('')).json).toEqual({ known: [] });
    expect((await known(Array(501).fill('k').join())).json.problems.join()).toMatch(/keys has 501 entries/);
  });
  // And rebuild from snapshots and commands.
  it('revisions are append-only in the database itself', async () => {
    await expect(server.db('edits').where({ job_id: jobId }).update({ label: 'x' })).rejects.toThrow(/append-only/);
    let base = await revision();
    for (let i = 0; i < 45; i++) await mira.post(`/api/jobs/${jobId}/edits`, editOf(base++, [ambient((i % 30) + 0.5)]));
    expect(await server.db('snapshots').where({ job_id: jobId })).toHaveLength(Math.floor(base / 20) + 1);
    const old = await mira.get(`/api/jobs/${jobId}/dossier?revision=2`);
    expect(old.json.revision).toBe(2);
    const pins = (await server.db('edits').where({ job_id: jobId, revision: base }).first()).pins;
    expect(pins).toEqual({
      catalogue: genericCatalogue.version,
      profile: `craft-iso@${VERSIONS.profiles['craft-iso']}`,
      workshop: '1',
      core: VERSIONS.core,
    });
  });
});

describe('jobs and files', () => {
  it('a job is made, copied, archived and brought back', async () => {
    const made = await mira.post('/api/jobs', {
      jobName: 'Orchard shed',
      customer: '',
      place: '',
      systemVoltageV: 24,
      chemistry: 'agm',
      profileId: 'fixed-iec',
      wantedOn: '2026-12-18',
      template: '',
    });
    expect(made.status).toBe(201);
    const { id } = made.json.job;
    const copy = await mira.post(`/api/jobs/${id}/duplicate`, {});
    expect((await mira.get(`/api/jobs/${copy.json.job.id}`)).json.board.brief.jobName).toBe('Orchard shed (copy)');
    await mira.post(`/api/jobs/${id}/archive`, { archived: true });
    const row = (await mira.get('/api/jobs')).json.jobs.find((j: { id: string }) => j.id === id);
    expect([row.archived, row.wantedOn]).toEqual([true, '2026-12-18']);
    expect((await mira.post('/api/jobs', { jobName: '', systemVoltageV: 13 })).json.problems.join('\n')).toMatch(
      /systemVoltageV is 13; accepted: 12, 24, 48/,
    );
  });
  it('a board file comes back as it went out; a bad one writes nothing', async () => {
    const before = (await mira.get('/api/jobs')).json.jobs.length;
    const spoilt = { ...marketCartBoard(), brief: { ...marketCartBoard().brief, chemistry: 'lead' } };
    const refused = await mira.post('/api/jobs/import', spoilt);
    expect(refused.status).toBe(422);
    expect(refused.json.problems).toEqual(['brief.chemistry is "lead"; accepted: agm, vented, lifepo4']);
    expect((await mira.get('/api/jobs')).json.jobs.length).toBe(before);
    const imported = await mira.post('/api/jobs/import', marketCartBoard());
    const out = await (await mira.get(`/api/jobs/${imported.json.job.id}/out/board.json`)).response.json();
    expect(out).toEqual(marketCartBoard());
  });
  it('ticks persist with who, when and what they were made to', async () => {
    const at = await revision();
    const tick = (made: boolean) => jonas.post(`/api/jobs/${jobId}/made`, { cableIds: ['cb_1'], made, revision: at });
    expect((await tick(true)).status).toBe(200);
    await tick(true);
    const { made } = (await mira.get(`/api/jobs/${jobId}/floor`)).json;
    // What the steps used, and the tick itself; the second tick added nothing.
    expect(made.map((r: any) => r.said.step ?? r.said.kind)).toEqual(['cut', 'crimped', 'shrunk', 'made']);
    expect(made[3]).toMatchObject({ cableId: 'cb_1', personName: 'Jonas Wick', said: { kind: 'made', made: true } });
    await mira.post(`/api/jobs/${jobId}/edits`, editOf(at, [{ kind: 'setSetting', field: 'endSlackMm', value: 44 }]));
    const { stations } = (await mira.get(`/api/jobs/${jobId}/floor`)).json;
    expect(stations.find((s: { station: string }) => s.station === 'cables').count).toBe(18);
    await expect(server.db('floor_records').delete()).rejects.toThrow(/append-only/);
  });
});
