import { designChange } from '@ombrik/core/design/designChange';
import { boardOfDesign, type DesignOption } from '@ombrik/core/design/houseDesign';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { afterAll, describe, expect, it } from 'vitest';
import { openShop } from '../testing/shop.ts';

const { server, mira, jonas, hutId } = await openShop();
afterAll(() => server.close());

const jobOf = async (id: string) => (await mira.get(`/api/jobs/${id}`)).json;
const hut = await jobOf(hutId);
const item = (board: Board, designation: string) => board.items.find((i) => i.designation === designation)!;
const options: DesignOption[] = [
  { id: 'third', kind: 'without', name: 'Third charger', itemIds: [item(hut.board, '-T3').id] },
  { id: 'hand', kind: 'mirror', name: 'Hand' },
];
const wish = (name: string, more: object = {}) => ({
  jobId: hutId,
  revision: hut.revision,
  name,
  options,
  price: 2400,
  note: 'as built for the hut',
  ...more,
});
const keep = (name: string, more: object = {}, by = mira) => by.post('/api/designs', wish(name, more));
const kept = async (name: string) => {
  const got = await keep(name);
  expect(got.status).toBe(201);
  return got.json.design as { id: string; version: number; board: Board };
};
const start = (id: string, more: object = {}) =>
  mira.post(`/api/designs/${id}/start`, {
    version: 1,
    choices: [],
    jobName: 'Col hut board',
    customer: 'The pass club',
    wantedOn: null,
    ...more,
  });

describe('designs of the house', () => {
  it('are kept from a job, free of what is that job’s own, and everybody sees them', async () => {
    const design = await kept('Hut 24 V');
    expect(design.version).toBe(1);
    expect(design.board.items).toEqual(hut.board.items);
    expect(design.board.brief).toMatchObject({ customer: '', place: '', notes: '', questions: [] });
    expect(design.board.accepted).toEqual([]);
    const { designs } = (await jonas.get('/api/designs')).json;
    expect(designs.find((d: any) => d.id === design.id)).toMatchObject({ price: 2400, madeBy: 'Mira Holt' });
  });
  it('a job starts from one as it is chosen, under its own name, and is noted as such', async () => {
    const design = await kept('Hut to choose');
    const got = await start(design.id, {
      choices: [
        { option: 'third', choice: 'without' },
        { option: 'hand', choice: 'mirrored' },
      ],
    });
    expect(got.status).toBe(201);
    const job = await jobOf(got.json.job.id);
    expect(job.board.brief).toMatchObject({ jobName: 'Col hut board', customer: 'The pass club' });
    const want = boardOfDesign(
      { board: design.board, options },
      { third: 'without', hand: 'mirrored' },
      genericCatalogue,
    );
    expect(job.board.items).toEqual(want.items);
    const own = (await jonas.get(`/api/jobs/${got.json.job.id}/design`)).json.design;
    expect(own).toMatchObject({
      choices: { third: 'without', hand: 'mirrored' },
      has: { version: 1 },
      newest: { version: 1 },
    });
    expect((await jonas.get(`/api/jobs/${hutId}/design`)).json.design).toBeNull();
  });
  it('a later version is offered with its difference; taken on the board it is noted', async () => {
    const design = await kept('Hut that grows');
    const jobId = (await start(design.id)).json.job.id;
    const thicker = (await mira.post(`/api/jobs/${hutId}/duplicate`, {})).json.job.id;
    const copy = await jobOf(thicker);
    const edited = await mira.post(`/api/jobs/${thicker}/edits`, {
      editId: 'edit-thicker',
      baseRevision: copy.revision,
      label: 'A thicker panel',
      commands: [{ kind: 'set', collection: 'panels', id: copy.board.panels[0].id, field: 'thicknessMm', value: 24 }],
    });
    expect(edited.status).toBeLessThan(300);
    const now = await jobOf(thicker);
    const next = await mira.post(`/api/designs/${design.id}/versions`, {
      ...wish('Hut that grows', { jobId: thicker, revision: now.revision }),
      basedOn: 1,
    });
    expect(next.status).toBe(201);
    const { has, newest, choices } = (await jonas.get(`/api/jobs/${jobId}/design`)).json.design;
    expect([has.version, newest.version]).toEqual([1, 2]);
    const built = (d: any) => boardOfDesign(d, choices, genericCatalogue);
    const job = await jobOf(jobId);
    const change = designChange(job.board, built(has), built(newest));
    expect(change.says).toEqual(['panel Main board: thicknessMm']);
    const took = await mira.post(`/api/jobs/${jobId}/edits`, {
      editId: 'edit-version-2',
      baseRevision: job.revision,
      label: 'Take version 2',
      commands: change.commands,
    });
    expect(took.status).toBeLessThan(300);
    expect((await mira.post(`/api/jobs/${jobId}/design`, { version: 2 })).status).toBe(200);
    const after = (await jonas.get(`/api/jobs/${jobId}/design`)).json.design;
    expect([after.has.version, (await jobOf(jobId)).board.panels[0].thicknessMm]).toEqual([2, 24]);
    // Back to an earlier one it does not go, nor to one there is not.
    for (const version of [1, 9]) expect((await mira.post(`/api/jobs/${jobId}/design`, { version })).status).toBe(422);
  });
  it('two who keep a version at once: one is told that the other was first', async () => {
    const { id } = await kept('Hut for two');
    const both = await Promise.all(
      [1, 2].map((n) =>
        mira.post(`/api/designs/${id}/versions`, { ...wish('Hut for two', { note: `${n}` }), basedOn: 1 }),
      ),
    );
    expect(both.map((r) => r.status).sort()).toEqual([201, 409]);
    expect(both.find((r) => r.status === 409)!.json.problems[0]).toMatch(/basedOn is 1; accepted: 2/);
  });
  it('what cannot be kept or started is refused with field, value and what is accepted', async () => {
    const { id } = await kept('Hut refused');
    const problem = async (got: Promise<{ status: number; json: any }>) => {
      const { status, json } = await got;
      return `${status} ${json.problems[0]}`;
    };
    expect(await problem(keep('Hut refused'))).toMatch(/^409 name is "Hut refused"/);
    expect(await problem(keep('Old', { revision: 99 }))).toMatch(/^409 revision is 99; accepted: \d+/);
    expect(
      await problem(keep('None', { options: [{ id: 'a', kind: 'without', name: 'x', itemIds: ['it_none'] }] })),
    ).toMatch(/^422 options\[0\] names item "it_none"/);
    expect(await problem(keep('Jonas', {}, jonas))).toMatch(/^403/);
    expect(await problem(start(id, { choices: [{ option: 'hand', choice: 'left' }] }))).toMatch(
      /^422 choices.hand is "left"; accepted: as drawn, mirrored/,
    );
    expect(await problem(start(id, { version: 7 }))).toMatch(/^404/);
    expect(await problem(start(id, { jobName: '' }))).toMatch(/^422 jobName/);
    expect(await problem(mira.post(`/api/jobs/${hutId}/design`, { version: 1 }))).toMatch(/^404/);
  });
});
