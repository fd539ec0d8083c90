import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { afterAll, describe, expect, it } from 'vitest';
import { openShop } from '../testing/shop.ts';
import { editOf } from '../testing/testServer.ts';

const { server, mira, jonas, hutId, cartId, key, stock } = await openShop();
afterAll(() => server.close());

const revision = async (jobId: string) => (await mira.get(`/api/jobs/${jobId}`)).json.revision as number;
const report = async (jobId: string, cableId: string, step: string, more: object = {}) =>
  jonas.post(`/api/jobs/${jobId}/cables/${cableId}/steps`, {
    step,
    done: true,
    pullsN: [],
    fromStockId: null,
    word: 'measured',
    revision: await revision(jobId),
    key: key(),
    ...more,
  });
const cablesOf = async (jobId: string) => (await mira.get(`/api/jobs/${jobId}/dossier`)).json.dossier.cables as any[];
const crimpsOf = (cable: any): string[] =>
  cable.cores.flatMap((c: any) => [c.from, c.to].flatMap((e) => (e.crimp?.pull ? [e.crimp.dieId] : [])));
const made = async (jobId: string) => (await mira.get(`/api/jobs/${jobId}/floor`)).json.made as any[];

describe('crimping', () => {
  it('with a tool that is due for its check is refused by name, and goes on once it is checked', async () => {
    const cable = (await cablesOf(hutId)).find((c) => crimpsOf(c).length > 0);
    const [die] = crimpsOf(cable);
    const tools = (checkedOn: string) =>
      defaultWorkshop.tools.map((t) => (t.dies.includes(die!) ? { ...t, checkedOn, everyDays: 365 } : t));
    expect((await mira.post('/api/workshop', { tools: tools('2020-01-01') })).status).toBe(200);
    const refused = await report(hutId, cable.cableId, 'crimped');
    expect([refused.status, refused.json.problems[0]]).toEqual([
      409,
      expect.stringMatching(/is not crimped: .* is due for its check since 2020-12-31/),
    ]);
    const today = new Date().toISOString().slice(0, 10);
    await mira.post('/api/workshop', { tools: tools(today) });
    expect((await report(hutId, cable.cableId, 'crimped')).status).toBe(201);
    const bad = { tools: [{ ...defaultWorkshop.tools[0]!, checkedOn: 'soon', everyDays: 0 }] };
    expect((await mira.post('/api/workshop', bad)).json.problems.join()).toMatch(/checkedOn is "soon".*everyDays is 0/);
  });
  it('the first of a die on a day is pulled, over all jobs, and the second is not', async () => {
    const dies = async (jobId: string) => {
      const all = await cablesOf(jobId);
      return all.filter((c) => !c.lead && crimpsOf(c).length > 0);
    };
    const [hut, cart] = [await dies(hutId), await dies(cartId)];
    await mira.post(`/api/jobs/${cartId}/release`, {
      way: 'release',
      revision: await revision(cartId),
      reason: 'test',
    });
    const said = async (jobId: string, cableId: string) =>
      (await made(jobId)).filter((r) => r.cableId === cableId && r.said.step === 'crimped').at(-1)?.said.firstWith;
    const used = new Set((await made(hutId)).flatMap((r) => r.said.firstWith ?? []));
    const fresh = hut.find((c) => crimpsOf(c).some((d) => !used.has(d)))!;
    await report(hutId, fresh.cableId, 'crimped');
    const news = [...new Set(crimpsOf(fresh))].filter((d) => !used.has(d));
    expect(await said(hutId, fresh.cableId)).toEqual(news);
    for (const d of crimpsOf(fresh)) used.add(d);
    const again = cart.find((c) => crimpsOf(c).every((d) => used.has(d)));
    if (again) {
      expect((await report(cartId, again.cableId, 'crimped')).status).toBe(201);
      expect(await said(cartId, again.cableId)).toEqual([]);
    }
  });
});

describe('several of the same', () => {
  it('are cut at one press as often as there are boards; of a spoiled one only as many as were spoiled', async () => {
    const edit = editOf(await revision(cartId), [{ kind: 'setBrief', field: 'quantity', value: 3 }]);
    expect((await mira.post(`/api/jobs/${cartId}/edits`, edit)).status).toBe(200);
    const cable = (await cablesOf(cartId)).find((c) => !c.lead && c.cutMm > 0 && c.cutMm < 900)!;
    const cutting = (await mira.get(`/api/jobs/${cartId}/cutting`)).json;
    const pieces = cutting.jobs
      .find((j: any) => j.jobId === cartId)
      .pieces.filter((p: any) => p.cableId === cable.cableId && p.id.includes('/cable'));
    expect(pieces).toHaveLength(3);
    const [{ articleId, lengthMm }] = pieces;
    const onHand = async () =>
      (await stock()).filter((s) => s.articleId === articleId).reduce((n, s) => n + s.onHand, 0);
    const before = await onHand();
    expect((await report(cartId, cable.cableId, 'cut')).status).toBe(201);
    const after = await onHand();
    // What was too short to keep may have gone with it.
    expect(before - after).toBeGreaterThanOrEqual(3 * lengthMm);
    expect(before - after).toBeLessThan(4 * lengthMm);
    const again = { reason: 'nicked', scrap: 'bin', remnantMm: 0, bin: '', count: 1, key: key() };
    await jonas.post(`/api/jobs/${cartId}/cables/${cable.cableId}/again`, {
      ...again,
      revision: await revision(cartId),
    });
    expect((await report(cartId, cable.cableId, 'cut')).status).toBe(201);
    expect(after - (await onHand())).toBeLessThan(2 * lengthMm);
    const { needs } = (await mira.get(`/api/jobs/${cartId}/picking`)).json;
    expect(needs ?? true).toBeTruthy();
  });
  it('have a test record each; a board there is not is refused', async () => {
    const first = (await mira.get(`/api/jobs/${cartId}/dossier`)).json.dossier.bench[0];
    const said = {
      stepId: first.id,
      revision: await revision(cartId),
      ambientC: null,
      value: null,
      found: 'good',
      settings: null,
      instrumentId: null,
      alongside: null,
      note: '',
    };
    const read = (unit: number) => mira.post(`/api/jobs/${cartId}/bench/records`, { ...said, unit });
    expect((await read(2)).status).toBe(201);
    const { bench, stations } = (await mira.get(`/api/jobs/${cartId}/floor`)).json;
    expect(bench.filter((r: any) => r.unit === 2)).toHaveLength(1);
    expect(stations.find((s: any) => s.station === 'test')).toBeTruthy();
    expect((await read(4)).json.problems.join()).toMatch(/unit is 4; accepted: 1 to 3/);
    await mira.post(`/api/jobs/${cartId}/release`, {
      way: 'release',
      revision: await revision(cartId),
      reason: 'three',
    });
    expect((await mira.get(`/api/jobs/${cartId}/build?unit=3`)).json.units).toHaveLength(3);
    expect((await mira.get(`/api/jobs/${cartId}/build?unit=4`)).status).toBe(404);
    expect((await mira.get(`/api/jobs/${cartId}/build?unit=x`)).status).toBe(422);
    const paper = await mira.get(`/api/jobs/${cartId}/out/test-record.pdf`);
    expect(paper.status).toBe(200);
    for (const name of ['field-guide.pdf', 'packed.pdf', 'plates.pdf'])
      expect((await mira.get(`/api/jobs/${cartId}/out/${name}`)).status, name).toBe(200);
  });
});
