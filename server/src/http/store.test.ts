import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { articleOf } from '@ombrik/core/stock/articles';
import { choiceOf, planCuts } from '@ombrik/core/stock/cutPlan';
import { rodsOf } from '@ombrik/core/stock/rods';
import jsQR from 'jsqr';
import { nanoid } from 'nanoid';
import Papa from 'papaparse';
import { PNG } from 'pngjs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Client, testServer } from '../testing/testServer.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
let jonas: Client;
let hutId: string;
let cartId: string;
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
  jonas = await server.as('pe_assembler');
  const { jobs } = (await mira.get('/api/jobs')).json;
  const idOf = (name: string) => jobs.find((j: { jobName: string }) => j.jobName === name).id;
  hutId = idOf('Larchfold hut board');
  cartId = idOf('Market cart box');
});
afterAll(() => server.close());

const key = () => nanoid();
type Row = {
  id: string;
  number: number;
  articleId: string;
  unit: string;
  onHand: number;
  reserved: number;
  bin: string;
  reservations: any[];
};
const stock = async (): Promise<Row[]> => (await mira.get('/api/stock')).json.stock;
const rowOf = async (id: string) => (await stock()).find((s) => s.id === id)!;
const byArticle = async (articleId: string) => (await stock()).filter((s) => s.articleId === articleId);
const receive = async (articleId: string, quantity: number, more: object = {}): Promise<string> => {
  const got = await jonas.post('/api/stock/receive', {
    articleId,
    quantity,
    times: 1,
    bin: 'here',
    cost: null,
    boughtMm: null,
    widthMm: null,
    heightMm: null,
    note: '',
    key: key(),
    ...more,
  });
  expect(got.status).toBe(201);
  return got.json.ids[0];
};
const take = (id: string, quantity: number, jobId: string | null = null, by = jonas) =>
  by.post(`/api/stock/${id}/take`, { quantity, jobId, note: '', key: key() });

describe('the store', () => {
  // As many are served as there is enough for.
  it('twenty takers at once cannot overdraw it', async () => {
    const id = await receive('pvc70-95/RD', 10_000, { boughtMm: 50_000 });
    const clients = await Promise.all(
      Array.from({ length: 20 }, (_, i) => server.as(['pe_assembler', 'pe_designer', 'pe_tester'][i % 3]!)),
    );
    const got = await Promise.all(clients.map((c) => take(id, 900, null, c)));
    expect(got.filter((r) => r.status === 201)).toHaveLength(11);
    for (const r of got.filter((x) => x.status !== 201)) {
      expect(r.status).toBe(409);
      expect(r.json.problems[0]).toMatch(/900 mm of no\. \d+ wanted, 100 free/);
    }
    expect((await rowOf(id)).onHand).toBe(100);
    const { moves } = (await mira.get(`/api/stock/${id}/moves`)).json;
    expect(moves.reduce((s: number, m: { quantity: number }) => s + m.quantity, 0)).toBe(100);
  });
  it('twenty at once for pieces of a pile too, mixed with setting aside', async () => {
    const id = await receive('lug-95-m8', 30);
    const got = await Promise.all(
      Array.from({ length: 20 }, (_, i) =>
        i % 2 === 0
          ? take(id, 2)
          : jonas.post(`/api/stock/${id}/reserve`, { quantity: 2, jobId: i % 4 === 1 ? hutId : cartId, key: key() }),
      ),
    );
    const row = await rowOf(id);
    const served = got.filter((r) => r.status === 201).length;
    expect(served).toBe(15);
    expect(row.onHand - row.reserved).toBe(0);
  });
  it('the database itself refuses to be overdrawn or rewritten', async () => {
    const id = await receive('lug-70-m8', 3);
    const move = { stock_id: id, kind: 'take', quantity: -4, note: '', key: key(), person_id: 'pe_assembler' };
    await expect(server.db('stock_moves').insert(move)).rejects.toThrow(/never_overdrawn/);
    await expect(server.db('stock_moves').delete()).rejects.toThrow(/append-only/);
    await expect(server.db('stock_moves').update({ quantity: 1 })).rejects.toThrow(/append-only/);
  });
  it('two jobs want one remnant: it is set aside once and shown to both', async () => {
    const id = await receive('pvc70-70/RD', 2000, { boughtMm: 50_000 });
    const reserve = (jobId: string, quantity: number) =>
      jonas.post(`/api/stock/${id}/reserve`, { quantity, jobId, key: key() });
    expect((await reserve(hutId, 1500)).status).toBe(201);
    const second = await reserve(cartId, 900);
    expect([second.status, second.json.problems[0]]).toEqual([
      409,
      expect.stringMatching(/500 free: job 402 holds 1500/),
    ]);
    expect((await rowOf(id)).reservations).toEqual([{ jobId: hutId, jobNumber: 402, quantity: 1500 }]);
    // Another job cannot take it, the one it is for can, and letting go frees it.
    expect((await take(id, 900, cartId)).json.problems[0]).toContain('1500 reserved for other jobs');
    expect((await take(id, 600, hutId)).status).toBe(201);
    expect(await rowOf(id)).toMatchObject({ onHand: 1400, reserved: 900 });
    expect(
      (await jonas.post(`/api/stock/${id}/count`, { counted: 800, note: '', key: key() })).json.problems[0],
    ).toContain('900 are reserved');
    expect((await jonas.post(`/api/stock/${id}/release`, { jobId: hutId, key: key() })).status).toBe(201);
    expect((await take(id, 900, cartId)).status).toBe(201);
  });
  // A mistake is corrected by its opposite, once.
  it('a count, a move and a scrap are records', async () => {
    const id = await receive('ferrule-25', 40);
    await jonas.post(`/api/stock/${id}/count`, { counted: 37, note: '', key: key() });
    await jonas.post(`/api/stock/${id}/move`, { bin: 'bin 99', key: key() });
    await jonas.post(`/api/stock/${id}/scrap`, { quantity: 2, note: 'bent', key: key() });
    expect(await rowOf(id)).toMatchObject({ onHand: 35, bin: 'bin 99' });
    const { moves } = (await mira.get(`/api/stock/${id}/moves`)).json;
    expect(moves.map((m: { kind: string }) => m.kind)).toEqual(['receive', 'count', 'move', 'scrap']);
    const correct = () => mira.post('/api/stock/correct', { moveId: moves[3].id, note: 'was not bent', key: key() });
    expect((await correct()).status).toBe(201);
    expect((await correct()).json.problems[0]).toBe('this record has been corrected already');
    expect((await rowOf(id)).onHand).toBe(37);
    expect((await mira.get(`/api/stock/${id}/moves`)).json.moves[3].correctedBy).toBeGreaterThan(0);
  });
  // Pieces of one bin lie on one pile at their average cost.
  it('the same press twice counts once', async () => {
    const again = key();
    const id = await receive('ferrule-35', 10, { cost: 2, key: again });
    const twice = await jonas.post('/api/stock/receive', {
      articleId: 'ferrule-35',
      quantity: 10,
      times: 1,
      bin: 'here',
      cost: 2,
      boughtMm: null,
      widthMm: null,
      heightMm: null,
      note: '',
      key: again,
    });
    expect(twice.json.ids).toEqual([]);
    expect(await receive('ferrule-35', 30, { cost: 10 })).toBe(id);
    const [row] = await server.db('stock').where({ id });
    expect([row.on_hand, row.unit_cost]).toEqual([40, 0.3]);
  });
  it('bad wishes are refused with field, value and what is accepted', async () => {
    const bad = (more: object) =>
      jonas.post('/api/stock/receive', {
        articleId: 'lug-50-m8',
        quantity: 1,
        times: 1,
        bin: 'x',
        cost: null,
        boughtMm: null,
        widthMm: null,
        heightMm: null,
        note: '',
        key: key(),
        ...more,
      });
    expect((await bad({ articleId: 'lug-51' })).json.problems[0]).toBe(
      'articleId is "lug-51"; accepted: an id of the catalogue',
    );
    expect((await bad({ quantity: 0 })).json.problems[0]).toContain('quantity is 0');
    expect((await bad({ quantity: 1.5 })).status).toBe(422);
    expect((await bad({ widthMm: 20, heightMm: 30 })).json.problems[0]).toContain('only of sheet offcuts');
    expect((await take('nothing', 1)).json.problems[0]).toBe('no such thing in the store');
    expect((await take(await receive('lug-50-m8', 1), 1, 'nojob')).json.problems[0]).toContain('jobId is "nojob"');
    expect((await server.nobody.get('/api/stock')).status).toBe(401);
  });
  it('what falls below its level is told', async () => {
    await mira.post('/api/stock/levels', { articleId: 'lug-120-m8', low: 5 });
    const level = async () =>
      (await mira.get('/api/stock')).json.levels.find((l: { articleId: string }) => l.articleId === 'lug-120-m8');
    expect(await level()).toMatchObject({ low: 5, free: 0 });
    await receive('lug-120-m8', 6);
    expect((await level()).free).toBe(6);
    await mira.post('/api/stock/levels', { articleId: 'lug-120-m8', low: null });
    expect(await level()).toBeUndefined();
  });
});

const planFor = async (jobId: string) => {
  const cutting = (await mira.get(`/api/jobs/${jobId}/cutting`)).json;
  const own = cutting.jobs.filter((j: { jobId: string }) => j.jobId === jobId);
  const plan = planCuts(
    own.flatMap((j: { pieces: any[] }) => j.pieces),
    rodsOf(cutting.stock, new Set([jobId])),
    (id) => articleOf(id, genericCatalogue, new Map(), defaultWorkshop.sheets),
    defaultWorkshop,
  );
  return { plan, wish: { jobs: [{ jobId, revision: own[0].revision }], groups: choiceOf(plan), key: key() } };
};

describe('from the plan to the cable', () => {
  // A new plan lets the old go.
  it('a plan sets its lengths aside; a second that counts on them is refused', async () => {
    const { plan, wish } = await planFor(cartId);
    expect(plan.groups.length).toBeGreaterThan(5);
    expect((await mira.post(`/api/jobs/${cartId}/cutting`, wish)).status).toBe(201);
    const held = async () =>
      (await stock())
        .filter((s) => s.unit === 'mm')
        .flatMap((s) => s.reservations.filter((r) => r.jobId === cartId))
        .reduce((n, r) => n + r.quantity, 0);
    const first = await held();
    const planned = plan.groups
      .flatMap((g) => g.rods.filter((r) => r.stockId))
      .reduce((s, r) => s + r.cuts.reduce((n, c) => n + c.piece.lengthMm, 0), 0);
    expect(first).toBe(planned);
    expect((await mira.post(`/api/jobs/${cartId}/cutting`, { ...wish, key: key() })).status).toBe(201);
    expect(await held()).toBe(first);
    // A rod somebody has emptied meanwhile.
    const rod = plan.groups.flatMap((g) => g.rods).find((r) => r.stockId)!;
    await mira.post(`/api/stock/${rod.stockId}/release`, { jobId: cartId, key: key() });
    const there = await rowOf(rod.stockId!);
    await take(rod.stockId!, there.onHand);
    const late = await mira.post(`/api/jobs/${cartId}/cutting`, { ...wish, key: key() });
    expect(late.status).toBe(409);
    expect(late.json.problems.join()).toContain('plan again');
    const lying = await mira.post(`/api/jobs/${cartId}/cutting`, {
      ...wish,
      key: key(),
      groups: [{ ...wish.groups[0]!, rods: [{ stockId: null, pieceIds: ['made up'] }] }],
    });
    expect(lying.json.problems[0]).toContain('piece "made up" is not to be cut from');
  });
  // Taking back puts back; a redo keeps the old in the record.
  it('cutting takes from the planned rod, crimping from the bins', async () => {
    const { plan, wish } = await planFor(hutId);
    await mira.post(`/api/jobs/${hutId}/cutting`, wish);
    const at = (await mira.get(`/api/jobs/${hutId}`)).json.revision;
    const { dossier } = (await mira.get(`/api/jobs/${hutId}/dossier`)).json;
    const rod = plan.groups
      .flatMap((g) => g.rods)
      .find((r) => r.stockId && r.cuts.some((c) => c.piece.id.endsWith('/cable')))!;
    const cut = rod.cuts.find((c) => c.piece.id.endsWith('/cable'))!;
    const cable = dossier.cables.find((c: { cableId: string }) => c.cableId === cut.piece.cableId);
    const step = (name: string, done = true, more: object = {}) =>
      jonas.post(`/api/jobs/${hutId}/cables/${cable.cableId}/steps`, {
        step: name,
        done,
        pullsN: [],
        fromStockId: null,
        revision: at,
        key: key(),
        ...more,
      });
    const before = await rowOf(rod.stockId!);
    const same = key();
    const first = await step('cut', true, { key: same });
    expect(first.json.taken[0]).toMatchObject({ quantity: cut.piece.lengthMm });
    await step('cut', true, { key: same });
    expect((await step('cut', true, { fromStockId: 'st_nothing' })).status).toBe(201);
    await step('cut', false);
    expect((await step('cut', true, { fromStockId: 'st_nothing' })).json.problems[0]).toMatch(
      /fromStockId is "st_nothing"; accepted: a reel of .* mm free/,
    );
    await step('cut');
    expect((await rowOf(rod.stockId!)).onHand).toBe(before.onHand - cut.piece.lengthMm);
    expect((await rowOf(rod.stockId!)).reserved).toBe(before.reserved - cut.piece.lengthMm);
    await step('cut', false);
    expect(await rowOf(rod.stockId!)).toMatchObject({ onHand: before.onHand, reserved: before.reserved });
    await step('cut');
    const lugId = cable.cores[0].from.lug.value;
    const pieces = async () => (await byArticle(lugId)).reduce((s, r) => s + r.onHand, 0);
    await receive(lugId, 5);
    const lugsBefore = await pieces();
    await step('crimped');
    const used = [cable.cores[0].from, cable.cores[0].to].filter((e: any) => e.lug.value === lugId).length;
    expect(await pieces()).toBe(lugsBefore - used);
    expect((await step('pulled')).json.problems[0]).toContain('pullsN is empty');
    await step('pulled', true, { pullsN: [420, 433] });
    const made = async () =>
      (await mira.get(`/api/jobs/${hutId}/floor`)).json.made.filter((r: any) => r.cableId === cable.cableId);
    expect((await made()).at(-1)).toMatchObject({
      personName: 'Jonas Wick',
      said: { kind: 'step', step: 'pulled', done: true, pullsN: [420, 433] },
    });

    const redo = (more: object) =>
      jonas.post(`/api/jobs/${hutId}/cables/${cable.cableId}/again`, {
        reason: 'cut too short',
        scrap: 'remnant',
        remnantMm: 150,
        bin: 'remnants',
        revision: at,
        key: key(),
        ...more,
      });
    expect((await redo({ remnantMm: 999_999 })).json.problems[0]).toMatch(/remnantMm is 999999; accepted: 1 to \d+/);
    expect((await redo({})).status).toBe(201);
    const back = (await byArticle(cut.piece.articleId)).find((s) => s.onHand === 150)!;
    expect(back.bin).toBe('remnants');
    // Cut again: the plan's rod gives once more, and the first one counts as spoiled.
    await step('cut');
    const costs = (await mira.get(`/api/jobs/${hutId}/costs`)).json;
    const line = costs.lines.find((l: { articleId: string }) => l.articleId === cut.piece.articleId);
    expect(line.byWasteCents).toBeGreaterThan(0);
    expect(line.why).toContain('spoiled');
  });
  it('the last planned cut of a rod scraps what the plan called scrap', async () => {
    const { dossier } = (await mira.get(`/api/jobs/${cartId}/dossier`)).json;
    const articleOf = (c: any) => `${c.cableTypeId}/${c.cores[0].colour}`;
    // One of which the job has a single cable, so that its cut is the rod's last.
    const cable = dossier.cables.find(
      (c: any) => dossier.cables.filter((o: any) => articleOf(o) === articleOf(c)).length === 1,
    );
    const article = articleOf(cable);
    for (const s of await byArticle(article)) {
      await mira.post(`/api/stock/${s.id}/release`, { jobId: cartId, key: key() });
      await take(s.id, s.onHand);
    }
    const id = await receive(article, Math.ceil(cable.cutMm + defaultWorkshop.cutTrimMm) + 4, { boughtMm: 100_000 });
    const { wish } = await planFor(cartId);
    expect((await mira.post(`/api/jobs/${cartId}/cutting`, wish)).status).toBe(201);
    await jonas.post(`/api/jobs/${cartId}/cables/${cable.cableId}/steps`, {
      step: 'cut',
      done: true,
      pullsN: [],
      fromStockId: null,
      revision: wish.jobs[0]!.revision,
      key: key(),
    });
    const { moves } = (await mira.get(`/api/stock/${id}/moves`)).json;
    expect(moves.at(-1)).toMatchObject({ kind: 'scrap', quantity: -4 });
    expect(await rowOf(id)).toBeUndefined();
  });
  it('what is paid later changes no cost of before', async () => {
    const id = await receive('ferrule-16', 10, { cost: 10 });
    await take(id, 4, cartId);
    const actual = async () =>
      (await mira.get(`/api/jobs/${cartId}/costs`)).json.lines.find((l: any) => l.articleId === 'ferrule-16')
        .actualCents;
    expect(await actual()).toBe(400);
    await receive('ferrule-16', 10, { cost: 50 });
    expect(await actual()).toBe(400);
    await take(id, 1, cartId);
    expect(await actual()).toBe(400 + Math.round((100 * (6 * 1 + 50)) / 16));
  });
  // And gives it back when it is not made after all.
  it('a whole cable ticked as made uses what its steps use, once', async () => {
    const { dossier } = (await mira.get(`/api/jobs/${cartId}/dossier`)).json;
    const at = (await mira.get(`/api/jobs/${cartId}`)).json.revision;
    // Of whatever cable the store has, for sizes are the plan's business.
    const articleOf = (c: any) => `${c.cableTypeId}/${c.cores[0].colour}`;
    let cable: any = null;
    for (const c of dossier.cables)
      if (!cable && (await byArticle(articleOf(c))).some((r) => r.onHand > c.cutMm + 100)) cable = c;
    const tick = (made: boolean) =>
      jonas.post(`/api/jobs/${cartId}/made`, { cableIds: [cable.cableId], made, revision: at });
    const left = async () => (await byArticle(articleOf(cable))).reduce((s, r) => s + r.onHand, 0);
    const before = await left();
    expect((await tick(true)).status).toBe(200);
    expect(await left()).toBe(before - Math.ceil(cable.cutMm + defaultWorkshop.cutTrimMm));
    await tick(true);
    expect(await left()).toBe(before - Math.ceil(cable.cutMm + defaultWorkshop.cutTrimMm));
    await tick(false);
    expect(await left()).toBe(before);
  });
  it('an archived job lets go of what was set aside for it', async () => {
    const id = await receive('pvc70-25/RD', 3000, { boughtMm: 50_000 });
    await jonas.post(`/api/stock/${id}/reserve`, { quantity: 1000, jobId: cartId, key: key() });
    await mira.post(`/api/jobs/${cartId}/archive`, { archived: true });
    expect((await rowOf(id)).reserved).toBe(0);
    await mira.post(`/api/jobs/${cartId}/archive`, { archived: false });
  });
  it('picking takes what is there and no more than is needed', async () => {
    const lines = async () => (await mira.get(`/api/jobs/${hutId}/picking`)).json.lines;
    const line = (await lines()).find((l: any) => l.group === 'device' && l.places.some((p: any) => p.free > 0));
    const at = (await mira.get(`/api/jobs/${hutId}`)).json.revision;
    const pick = (way: string, articleId: string | null) =>
      jonas.post(`/api/jobs/${hutId}/picking`, { way, articleId, revision: at, key: key() });
    const there = line.places.reduce((s: number, p: any) => s + p.free, 0);
    expect((await pick('take', line.articleId)).json.pieces).toBe(Math.min(line.needed, there));
    const after = (await lines()).find((l: any) => l.articleId === line.articleId);
    expect(after.taken).toBe(Math.min(line.needed, there));
    expect((await pick('reserve', null)).status).toBe(201);
    for (const l of await lines()) expect(l.taken + l.reserved).toBeLessThanOrEqual(l.needed);
    expect((await pick('reserve', null)).status).toBe(409);
  });
});

describe('release and buying', () => {
  // And it is kept.
  it('open stop findings are released only by a designer with a reason', async () => {
    const at = (await mira.get(`/api/jobs/${cartId}`)).json.revision;
    const edit = await mira.post(`/api/jobs/${cartId}/edits`, {
      editId: key(),
      baseRevision: at,
      label: 'thin',
      commands: [
        {
          kind: 'set',
          collection: 'cables',
          id: 'cb_1',
          field: 'conductorMm2',
          value: { mode: 'locked', value: 0.75, reason: 'test', who: 'Mira' },
        },
      ],
    });
    const revision = edit.json.revision;
    const release = (by: Client, reason: string, way = 'release') =>
      by.post(`/api/jobs/${cartId}/release`, { way, revision, reason });
    expect((await release(mira, '')).json.problems[0]).toMatch(/stop findings are open: only a designer/);
    expect((await release(jonas, 'hurry')).status).toBe(422);
    expect((await mira.post(`/api/jobs/${cartId}/release`, { way: 'release', revision: 1, reason: '' })).status).toBe(
      409,
    );
    const done = await release(mira, 'customer’s own risk, told in writing');
    expect(done.json.released).toMatchObject({ revision, reason: 'customer’s own risk, told in writing' });
    expect(done.json.released.openStops.length).toBeGreaterThan(0);
    expect((await release(mira, '', 'withdraw')).status).toBe(422);
    expect((await release(mira, 'changed his mind', 'withdraw')).json.released).toBeNull();
    expect((await mira.get(`/api/jobs/${cartId}/releases`)).json.releases).toHaveLength(2);
  });
  // The rest can be given up.
  it('orders are received in parts at their price; no more comes than was ordered', async () => {
    const made = await mira.post('/api/buying/purchases', {
      supplier: 'Row',
      note: '',
      expectedOn: null,
      lines: [
        { articleId: 'lug-150-m8', packs: 3, packQuantity: 10, packPrice: 40 },
        { articleId: 'pvc70-120/RD', packs: 1, packQuantity: 50_000, packPrice: 900 },
      ],
    });
    const id = made.json.id;
    const got = (line: number, quantity: number) =>
      jonas.post(`/api/buying/purchases/${id}/lines/${line}/receive`, {
        quantity,
        bin: 'bin 77',
        note: '',
        key: key(),
      });
    expect((await got(1, 12)).status).toBe(201);
    const [pile] = await server.db('stock').where({ article_id: 'lug-150-m8' });
    expect([pile.on_hand, pile.unit_cost]).toEqual([12, 4]);
    const order = async () => (await mira.get('/api/buying')).json.purchases.find((p: any) => p.id === id);
    expect((await order()).lines.map((l: any) => l.open)).toEqual([18, 50_000]);
    expect((await got(1, 19)).json.problems[0]).toContain('18 are still to come');
    const race = await Promise.all([got(1, 10), got(1, 10)]);
    expect(race.map((r) => r.status).sort()).toEqual([201, 409]);
    await jonas.post(`/api/buying/purchases/${id}/lines/2/give-up`, {});
    expect((await order()).lines.map((l: any) => l.open)).toEqual([8, 0]);
    expect((await order()).total).toBe(1020);
    expect(
      (
        await mira.post('/api/buying/purchases', {
          supplier: 'Row',
          note: '',
          expectedOn: null,
          lines: [{ articleId: 'x', packs: 1, packQuantity: 1, packPrice: 1 }],
        })
      ).json.problems[0],
    ).toContain('lines[0].articleId is "x"');
  });
  it('a price list comes in whole or not at all; offers change what is bought where', async () => {
    const head = 'article,supplier,pack,price,lead_days\n';
    const before = (await mira.get('/api/buying')).json.offers.length;
    const bad = await mira.post('/api/buying/offers/import', { csv: `${head}lug-50-m8,Row,10,3,2\nnone,Row,1,1,1\n` });
    expect([bad.status, bad.json.problems[0]]).toEqual([422, expect.stringContaining('line 3: article is "none"')]);
    expect((await mira.get('/api/buying')).json.offers).toHaveLength(before);
    const missing = (await mira.get('/api/buying')).json.needs.find((n: any) => n.net > 0 && n.unit === 'pcs');
    await mira.post('/api/buying/offers/import', { csv: `${head}${missing.articleId},Row,1,0.01,2\n` });
    const need = (await mira.get('/api/buying')).json.needs.find((n: any) => n.articleId === missing.articleId);
    expect(need.choices[0]).toMatchObject({ supplier: 'Row', leadDays: 2 });
  });
  it('a size up in the store is offered with everything it would change', async () => {
    const { ways } = (await mira.get(`/api/buying/size-up/${hutId}?article=${encodeURIComponent('pvc70-35/RD')}`)).json;
    expect(ways[0]).toMatchObject({ areaMm2: 50, inStoreMm: expect.any(Number) });
    expect(ways[0].parts.length).toBeGreaterThan(2);
    expect((await mira.get(`/api/buying/size-up/${hutId}?article=lug-50-m8`)).status).toBe(422);
  });
});

/** Text of a paper by poppler, and its pages as pictures. */
async function paper(path: string): Promise<{ text: string; bytes: Buffer }> {
  const { response, status } = await mira.get(path);
  expect(status, path).toBe(200);
  const bytes = Buffer.from(await response.arrayBuffer());
  return { bytes, text: execFileSync('pdftotext', ['-layout', '-', '-'], { input: bytes, encoding: 'utf8' }) };
}
const cents = (text: string) => Math.round(Number(text) * 100);

describe('papers', () => {
  // Read back with poppler.
  it('every printed total is the sum of the lines printed above it', async () => {
    const list = (await paper('/api/buying/out/purchase-list.pdf')).text;
    let sum = 0;
    let all = 0;
    let totals = 0;
    for (const line of list.split('\n')) {
      const row = /(\d+\.\d\d)\s+(\d+\.\d\d)\s+(\d{4}-\d\d-\d\d)?\s*$/.exec(line);
      const supplier = /, all lines: (\d+\.\d\d)/.exec(line);
      const end = /^\s*All suppliers: (\d+\.\d\d)/.exec(line);
      if (supplier) {
        expect(cents(supplier[1]!), line).toBe(sum);
        all += sum;
        sum = 0;
        totals++;
      } else if (end) expect(cents(end[1]!)).toBe(all);
      else if (row) sum += cents(row[2]!);
    }
    expect(totals).toBeGreaterThan(1);
    const csv = Papa.parse<Record<string, string>>(
      await (await mira.get('/api/buying/out/purchase-list.csv')).response.text(),
      { header: true },
    ).data;
    expect(csv.reduce((s, r) => s + cents(r.total!), 0)).toBe(all);

    const parts = (await paper(`/api/jobs/${hutId}/out/parts.pdf`)).text;
    const printed = [
      ...parts.matchAll(/^(?:Devices|Fuse links|Cable|Lugs and ferrules|Heat-shrink|Sleeve) · (\d+\.\d\d)/gm),
    ].map((m) => cents(m[1]!));
    expect(printed.reduce((s, c) => s + c, 0)).toBe(cents(/All lines: (\d+\.\d\d)/.exec(parts)![1]!));
    expect(printed.length).toBeGreaterThan(3);

    const costs = (await paper(`/api/jobs/${hutId}/out/costs.pdf`)).text;
    const json = (await mira.get(`/api/jobs/${hutId}/costs`)).json;
    const foot = /Planned (\d+\.\d\d) · actual (\d+\.\d\d)/.exec(costs)!;
    const rows = [...costs.matchAll(/ (?:pcs|m|h) +(\d+\.\d\d) +-?[\d.]+ (?:pcs|m|h) +(-?\d+\.\d\d)/g)];
    expect(rows).toHaveLength(json.lines.length);
    expect(rows.reduce((s, r) => s + cents(r[1]!), 0)).toBe(cents(foot[1]!));
    expect(rows.reduce((s, r) => s + cents(r[2]!), 0)).toBe(cents(foot[2]!));
  });
  it('the spreadsheet of the purchase list adds up too', async () => {
    const { response } = await mira.get('/api/buying/out/purchase-list.xlsx');
    const { readSheet } = await import('read-excel-file/node');
    const rows = (await readSheet(Buffer.from(await response.arrayBuffer()) as never)) as unknown as (
      | string
      | number
      | null
    )[][];
    const total = rows[0]!.indexOf('total');
    const body = rows.slice(1, -1);
    expect(body.length).toBeGreaterThan(5);
    expect(Math.round(body.reduce((s, r) => s + Number(r[total]) * 100, 0))).toBe(
      Math.round(Number(rows.at(-1)![total]) * 100),
    );
  });
  // And their codes read back (poppler and jsQR).
  it('labels are true to size, carry the text of the drawing', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'ombrik-labels-'));
    try {
      const { bytes, text } = await paper(`/api/jobs/${cartId}/out/labels.pdf?sheet=flag-a4-70x37`);
      expect(text).toContain('W1');
      expect(text).toContain('-G1:plus');
      writeFileSync(join(folder, 'l.pdf'), bytes);
      const info = execFileSync('pdfinfo', [join(folder, 'l.pdf')], { encoding: 'utf8' });
      const [, w, h] = /Page size:\s+([\d.]+) x ([\d.]+)/.exec(info)!;
      expect([Number(w) / (72 / 25.4), Number(h) / (72 / 25.4)].map(Math.round)).toEqual([210, 297]);
      const dpi = 300;
      execFileSync('pdftoppm', ['-r', String(dpi), '-png', '-f', '1', '-l', '1', '-singlefile', 'l.pdf', 'l'], {
        cwd: folder,
      });
      const png = PNG.sync.read(readFileSync(join(folder, 'l.png')));
      const px = (mm: number) => Math.round((mm / 25.4) * dpi);
      // The second label of the first row: left half of its sticker, where the sheet says it lies.
      const crop = (xMm: number, yMm: number, wMm: number, hMm: number) => {
        const part = new PNG({ width: px(wMm), height: px(hMm) });
        PNG.bitblt(png, part, px(xMm), px(yMm), px(wMm), px(hMm), 0, 0);
        return jsQR(new Uint8ClampedArray(part.data), part.width, part.height)?.data;
      };
      const { order } = await import('@ombrik/core/stock/cableWork').then(async ({ cableWork }) => {
        const { dossier } = (await mira.get(`/api/jobs/${cartId}/dossier`)).json;
        return cableWork(dossier.cables, defaultWorkshop);
      });
      const number = (await mira.get(`/api/jobs/${cartId}`)).json.job.number;
      const said = crop(0, 0.5, 34, 37);
      expect(said).toMatch(new RegExp(`/c/${number}/${order[0]!.designation}$`));
      const found = await mira.get(`/api/scan?code=${encodeURIComponent(said!)}`);
      expect(found.json.path).toBe(`/jobs/${cartId}/cables/cards?cable=${order[0]!.cableId}`);
    } finally {
      rmSync(folder, { recursive: true });
    }
    const csv = Papa.parse<Record<string, string>>(
      await (await mira.get(`/api/jobs/${cartId}/out/labels.csv`)).response.text(),
      { header: true },
    ).data;
    expect(csv[0]!.code).toContain('/c/');
    expect((await mira.get(`/api/jobs/${cartId}/out/labels.pdf?sheet=a9`)).json.problems[0]).toContain(
      'accepted: wrap-a4-25x75',
    );
    for (const sheet of ['wrap-a4-25x38', 'wrap-letter-25x38', 'flag-letter-67x25', 'tube-A4', 'tube-Letter'])
      expect((await paper(`/api/jobs/${cartId}/out/labels.pdf?sheet=${sheet}`)).text).toContain('W1');
  });
  // Scanning nonsense says what is accepted.
  it('cards, the cutting sheet and stickers for the store come out', async () => {
    const cards = (await paper(`/api/jobs/${hutId}/out/cards.pdf`)).text;
    expect(cards).toContain('EQUAL LENGTH WITH');
    expect(cards).toMatch(/reels and \d+ dies set up/);
    const cutting = (await paper(`/api/jobs/${hutId}/out/cutting.pdf`)).text;
    expect(cutting).toContain('Mark at mm');
    expect((await paper('/api/stock/labels.pdf')).text).toContain('rack A1');
    expect((await mira.get('/api/scan?code=hello')).json.problems[0]).toContain('accepted: job/cable such as 401/W12');
    expect((await mira.get('/api/scan?code=402/W999')).status).toBe(404);
    expect((await mira.get('/api/scan?code=99999')).status).toBe(404);
  });
});
