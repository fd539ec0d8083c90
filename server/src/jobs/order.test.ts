import { BOARD_FORMAT_VERSION } from '@ombrik/core/document/board';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { boardAt } from '../boards/edits.ts';
import { ambient, type Client, editOf, testServer } from '../testing/testServer.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
let jonas: Client;
let jobId: string;
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
  jonas = await server.as('pe_assembler');
  jobId = (await mira.get('/api/jobs')).json.jobs.find((j: { jobName: string }) => j.jobName === 'Market cart box').id;
});
afterAll(() => server.close());

const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

describe('files on an order', () => {
  it('are kept whole and given back with their true type', async () => {
    const added = await mira.upload(`/api/jobs/${jobId}/files`, 'under-the-counter.png', PNG);
    expect(added.status).toBe(201);
    const { response } = await jonas.get(`/api/jobs/${jobId}/files/${added.json.id}`);
    expect(response.headers.get('content-type')).toBe('image/png');
    expect(response.headers.get('content-security-policy')).toContain('sandbox');
    expect(response.headers.get('x-content-type-options')).toBe('nosniff');
    expect(Buffer.from(await response.arrayBuffer()).equals(PNG)).toBe(true);
  });
  it.each([
    ['a page in disguise', 'photo.png', '<html><script>alert(1)</script></html>', 'not of a kind that can be attached'],
    ['a program', 'tool.txt', '\u007fELF\u0002\u0001\u0001\u0000', 'not of a kind'],
    ['nothing', 'empty.txt', '', 'is empty'],
    ['too much', 'large.txt', 'x'.repeat(9 * 1024 * 1024), 'accepted: at most 8 MB'],
  ])('%s is refused by name, and nothing is written', async (_, name, content, why) => {
    const before = (await mira.get(`/api/jobs/${jobId}/files`)).json.files.length;
    const refused = await mira.upload(`/api/jobs/${jobId}/files`, name, Buffer.from(content));
    expect(refused.status).toBe(content.length > 8e6 ? 413 : 422);
    expect(refused.json.problems.join()).toContain(why);
    expect((await mira.get(`/api/jobs/${jobId}/files`)).json.files).toHaveLength(before);
  });
  it('taken off is not lost', async () => {
    const { json } = await mira.upload(`/api/jobs/${jobId}/files`, 'pinout.csv', Buffer.from('pin,wire\n1,red\n'));
    const removed = async () =>
      (await mira.get(`/api/jobs/${jobId}/files`)).json.files.find((f: { id: string }) => f.id === json.id).removed;
    await mira.post(`/api/jobs/${jobId}/files/${json.id}/removed`, { removed: true });
    expect(await removed()).toBe(true);
    await mira.post(`/api/jobs/${jobId}/files/${json.id}/removed`, { removed: false });
    expect(await removed()).toBe(false);
    expect((await mira.get(`/api/jobs/${jobId}/files/none`)).status).toBe(404);
  });
});

describe('offers', () => {
  const quotes = async () => (await mira.get(`/api/jobs/${jobId}/quotes`)).json;
  it('are kept by version, never change, and print', async () => {
    const { revision, draft } = await quotes();
    expect((await mira.post(`/api/jobs/${jobId}/quotes`, { revision, note: 'first' })).json.version).toBe(1);
    const job = (await mira.get(`/api/jobs/${jobId}`)).json;
    await mira.post(`/api/jobs/${jobId}/edits`, editOf(job.revision, [ambient(26)]));
    const late = await mira.post(`/api/jobs/${jobId}/quotes`, { revision, note: '' });
    expect(late.status).toBe(409);
    const after = await quotes();
    expect((await mira.post(`/api/jobs/${jobId}/quotes`, { revision: after.revision, note: '' })).json.version).toBe(2);
    const [first] = (await quotes()).versions;
    expect(first).toMatchObject({ version: 1, revision, note: 'first', personName: 'Mira Holt' });
    expect(first.quote.total).toBe(draft.total);
    const paper = await mira.get(`/api/jobs/${jobId}/out/quote.pdf?version=1`);
    expect(
      Buffer.from(await paper.response.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
    await expect(server.db('quotes').update({ note: 'changed' })).rejects.toThrow('append-only');
  });
  it('two people keeping at once never make the same version', async () => {
    const { revision, versions } = await quotes();
    const made = await Promise.all(
      Array.from({ length: 6 }, () => mira.post(`/api/jobs/${jobId}/quotes`, { revision, note: 'race' })),
    );
    expect(made.map((m) => m.json.version).sort((a, b) => a - b)).toEqual(
      Array.from({ length: 6 }, (_, i) => versions.length + 1 + i),
    );
  });
  it('go by the hours other jobs really took; wrong entries are corrected, not edited', async () => {
    const other = (await mira.get('/api/jobs')).json.jobs.find((j: { id: string }) => j.id !== jobId).id;
    const hoursOf = async () =>
      (await quotes()).draft.lines.find((l: { text: string }) => l.text.startsWith('Bench test')).quantity;
    const reckoned = await hoursOf();
    const entry = { kind: 'test', workedOn: '2026-11-20', note: '' };
    expect((await jonas.post(`/api/jobs/${other}/hours`, { ...entry, hours: 40 })).status).toBe(201);
    expect(await hoursOf()).toBeGreaterThan(2 * reckoned);
    await jonas.post(`/api/jobs/${other}/hours`, { ...entry, hours: -40, note: 'wrong job' });
    expect(await hoursOf()).toBe(reckoned);
    expect((await jonas.post(`/api/jobs/${other}/hours`, { ...entry, hours: 0 })).status).toBe(422);
    expect(
      (await jonas.post(`/api/jobs/${other}/hours`, { ...entry, hours: 2, workedOn: '2026-02-30' })).json.problems[0],
    ).toContain('workedOn is "2026-02-30"');
  });
});

describe('the workshop’s settings', () => {
  const {
    version: _v,
    name: _n,
    usableShareSource: _s,
    stripExtraMm: _e,
    shrinkExtraMm: _x,
    testLeadOhm: _l,
    ...rest
  } = defaultWorkshop;
  const { joinOhm: _j, meterToleranceV: _m, prices: _p, ...all } = rest;
  const settings = { ...all, usableShare: { agm: 0.5, vented: 0.5, lifepo4: 0.8 }, hourRate: 60 };
  it('are a designer’s to change, and every board is derived anew', async () => {
    expect((await jonas.post('/api/workshop', settings)).status).toBe(403);
    const share = async () => (await mira.get(`/api/jobs/${jobId}/dossier`)).json.dossier.energy.usableShare;
    const before = await share();
    expect(
      (await mira.post('/api/workshop', { ...settings, usableShare: { agm: 0.4, vented: 0.5, lifepo4: 0.8 } })).status,
    ).toBe(200);
    expect(await share()).toBe(0.4);
    expect(before).toBe(0.5);
    expect((await mira.post('/api/workshop', { ...settings, hourRate: -1 })).json.problems[0]).toContain(
      'hourRate is -1',
    );
    const unsold = await mira.post('/api/workshop', { ...settings, preferredAreasMm2: [6, 3] });
    expect(unsold.status).toBe(422);
    expect(unsold.json.problems[0]).toMatch(/preferredAreasMm2\[1\] is 3; accepted: .*2\.5/);
    const keeping = await mira.post('/api/workshop', { ...settings, preferredAreasMm2: [6, 16] });
    expect(keeping.json.workshop.preferredAreasMm2).toEqual([6, 16]);
    const own = { id: 'own-1', baseId: 'fixed-iec', name: 'Ours', changes: [] as unknown[] };
    const changes = [{ field: 'fuseFactor', value: 9, reason: 'bold' }];
    const bold = await mira.post('/api/workshop', { ...settings, ownRules: [{ ...own, changes }] });
    expect(bold.status).toBe(422);
    expect(bold.json.problems[0]).toContain('changes[0].value is 9; accepted: 1 to 2');
    expect((await mira.post('/api/workshop', { ...settings, ownRules: [own] })).json.workshop.ownRules).toEqual([own]);
  });
  it('changed by two people at once, each keeps theirs; a setting nobody knows is refused by its name', async () => {
    await Promise.all([mira.post('/api/workshop', { hourRate: 77 }), mira.post('/api/workshop', { cutTrimMm: 9 })]);
    const { workshop } = (await mira.get('/api/workshop')).json;
    expect(workshop).toMatchObject({ hourRate: 77, cutTrimMm: 9 });
    expect((await mira.post('/api/workshop', { hourlyRate: 77 })).json.problems[0]).toMatch(/unknown field hourlyRate/);
    // The version says that boards are derived anew; it rose by one for each.
    const before = Number(String(workshop.version).split('-')[0]);
    const after = (await mira.post('/api/workshop', { hourRate: 60, cutTrimMm: settings.cutTrimMm })).json.workshop;
    expect(Number(after.version)).toBe(before + 1);
  });
});

describe('templates', () => {
  it('start an order with loads; an unknown one is refused by name', async () => {
    const order = {
      jobName: 'Orchard',
      customer: '',
      place: '',
      systemVoltageV: 24,
      chemistry: 'lifepo4',
      profileId: 'fixed-iec',
      wantedOn: null,
    };
    const { json } = await mira.post('/api/jobs', { ...order, template: 'orchard' });
    const { board } = (await mira.get(`/api/jobs/${json.job.id}`)).json;
    expect(board.items.map((i: { name: string }) => i.name)).toContain('Irrigation pump');
    expect(board.brief.jobName).toBe('Orchard');
    expect((await mira.post('/api/jobs', { ...order, template: 'castle' })).json.problems[0]).toContain(
      'template is "castle"',
    );
  });
});

describe('a database from before', () => {
  it('boards and edits of format 1 come up to today’s format, and go on from there', async () => {
    const { board } = (await mira.get(`/api/jobs/${jobId}`)).json;
    const old = { ...board, formatVersion: 1, items: [], connections: [], cables: [], customParts: [] };
    for (const key of ['power', 'survey', 'extras']) delete old[key];
    for (const key of ['use', 'jobKind', 'monitoring', 'growthShare', 'budget', 'opening', 'questions'])
      delete old.brief[key];
    const db = server.db;
    await db('jobs').insert({ id: 'jb_old', revision: 2, created_by: 'pe_designer' });
    await db('snapshots').insert({ job_id: 'jb_old', revision: 1, board: JSON.stringify(old) });
    const edit = {
      job_id: 'jb_old',
      person_id: 'pe_designer',
      label: 'x',
      way: 'edit',
      inverse: '[]',
      pins: '{}',
      format_version: 1,
    };
    await db('edits').insert({ ...edit, revision: 2, edit_id: 'old-edit-2', commands: JSON.stringify([ambient(17)]) });
    const loaded = (await mira.get('/api/jobs/jb_old')).json;
    expect([loaded.board.formatVersion, loaded.board.brief.ambientC, loaded.board.brief.jobKind]).toEqual([
      BOARD_FORMAT_VERSION,
      17,
      'new',
    ]);
    const next = await mira.post(
      '/api/jobs/jb_old/edits',
      editOf(2, [{ kind: 'setBrief', field: 'use', value: 'weekends' }]),
    );
    expect(next.status).toBe(200);
    const again = await boardAt(db, 'jb_old', 3);
    expect([again!.brief.use, again!.brief.ambientC]).toEqual(['weekends', 17]);
  });
});
