import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { testServer } from '../testing/testServer.ts';

const server = await testServer();
afterAll(() => server.close());
let mira: Awaited<ReturnType<typeof server.as>>;
let jonas: typeof mira;
beforeAll(async () => {
  mira = await server.as('pe_designer');
  jonas = await server.as('pe_assembler');
});

const holder = genericCatalogue.parts.find((p) => p.id === 'holder-classT')!;
const named = (name: string, by: object = {}) => ({ ...holder, id: 'pt_new', name, ...by });
const keep = (parts: object[], by = mira, note = 'sheet of 2026') => by.post('/api/catalogue/parts', { parts, note });
const list = async () => (await jonas.get('/api/catalogue/parts')).json.parts as any[];
const one = async (name: string) => {
  const got = await keep([named(name)]);
  expect(got.status).toBe(201);
  return got.json.kept[0] as { id: string; partId: string };
};
const next = (id: string, part: object, basedOn: number, by = mira) =>
  by.post(`/api/catalogue/parts/${id}/versions`, { part, basedOn, note: 'wider' });

describe('the workshop’s own parts', () => {
  it('are kept as version 1 under an id that names it, and everybody sees them', async () => {
    const { id, partId } = await one('Holder A');
    expect(partId).toBe(`${id}.v1`);
    const found = (await list()).find((p) => p.id === id);
    expect(found).toMatchObject({ version: 1, note: 'sheet of 2026', madeBy: 'Mira Holt', retired: false });
    expect(found.part).toMatchObject({ id: partId, name: 'Holder A', widthMm: holder.widthMm });
  });
  it('a change is a version of its own; the earlier ones stay as they were', async () => {
    const { id } = await one('Holder B');
    const got = await next(id, named('Holder B', { widthMm: 144 }), 1);
    expect(got.status).toBe(201);
    expect(got.json.kept).toMatchObject({ version: 2, part: { id: `${id}.v2`, widthMm: 144 } });
    const { versions } = (await jonas.get(`/api/catalogue/parts/${id}`)).json;
    expect(versions.map((v: any) => [v.version, v.part.widthMm])).toEqual([
      [2, 144],
      [1, holder.widthMm],
    ]);
    expect((await list()).filter((p) => p.id === id)).toHaveLength(1);
  });
  it('two who begin from one version: the second is told what the first has changed, and nothing is lost', async () => {
    const { id } = await one('Holder C');
    const both = await Promise.all([
      next(id, named('Holder C', { massKg: 0.5 }), 1),
      next(id, named('Holder C', { massKg: 0.7 }), 1),
    ]);
    expect(both.map((r) => r.status).sort()).toEqual([201, 409]);
    const late = both.find((r) => r.status === 409)!;
    expect(late.json.problems[0]).toMatch(/basedOn is 1; accepted: 2, which Mira Holt has kept meanwhile: mass/);
    expect((await jonas.get(`/api/catalogue/parts/${id}`)).json.versions).toHaveLength(2);
  });
  it('a list of parts comes in whole or not at all', async () => {
    const before = (await list()).length;
    const torn = named('Torn', { terminals: holder.terminals.slice(1) });
    const got = await keep([named('Sound'), torn]);
    expect(got.status).toBe(422);
    expect(got.json.problems.join()).toMatch(/parts\[1\]\.elements\[0\]\.\w+ is ".*", which names nothing/);
    const twice = await keep([named('Twin'), named('Twin')]);
    expect(twice.status).toBe(409);
    expect(twice.json.problems[0]).toContain('name is "Twin"');
    expect(await list()).toHaveLength(before);
  });
  it('what is no part is refused, naming field, value and what is accepted', async () => {
    const got = await keep([named('Thin', { widthMm: -3 })]);
    expect(got.status).toBe(422);
    expect(got.json.problems.join()).toMatch(/widthMm is -3; accepted/);
    expect((await keep([])).status).toBe(422);
    const { id } = await one('Holder D');
    const other = genericCatalogue.parts.find((p) => p.kind === 'battery')!;
    const kind = await next(id, { ...other, name: 'Holder D' }, 1);
    expect([kind.status, kind.json.problems[0]]).toEqual([
      422,
      'part.kind is "battery"; accepted: "fuseHolder", as all its versions are',
    ]);
  });
  it('taken out of the catalogue it stays for the boards that have it, and can come back', async () => {
    const { id } = await one('Holder E');
    const set = (retired: boolean) => mira.post(`/api/catalogue/parts/${id}/retired`, { retired });
    for (const retired of [true, true, false]) {
      expect((await set(retired)).status).toBe(200);
      expect((await list()).find((p) => p.id === id).retired).toBe(retired);
    }
    await set(true);
    // Its name is free again.
    expect((await keep([named('Holder E')])).status).toBe(201);
  });
  it('only a designer changes the catalogue; what is not there is said to be so', async () => {
    expect((await keep([named('Holder F')], jonas)).status).toBe(403);
    expect((await next('op_none', named('x'), 1)).status).toBe(404);
    expect((await mira.get('/api/catalogue/parts/op_none')).status).toBe(404);
    expect((await mira.post('/api/catalogue/parts/op_none/retired', { retired: true })).status).toBe(404);
  });
});
