import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';

import { afterAll, describe, expect, it } from 'vitest';
import { openShop } from '../testing/shop.ts';

const { server, mira, jonas, hutId, cartId, key, stock, rowOf, byArticle, receive, take, planFor } = await openShop();
afterAll(() => server.close());

/** Jonas says of a cable that it is cut, or what else is given. */
const report = (jobId: string, cableId: string, more: object) =>
  jonas.post(`/api/jobs/${jobId}/cables/${cableId}/steps`, {
    step: 'cut',
    done: true,
    pullsN: [],
    fromStockId: null,
    word: '',
    key: key(),
    ...more,
  });

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
      report(hutId, cable.cableId, { step: name, done, revision: at, ...more });
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
        count: 1,
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
    await report(cartId, cable.cableId, { revision: wish.jobs[0]!.revision });
    const { moves } = (await mira.get(`/api/stock/${id}/moves`)).json;
    expect(moves.at(-1)).toMatchObject({ kind: 'scrap', quantity: -4 });
    expect(await rowOf(id)).toBeUndefined();
  });
  it('a length that is a guess is cut only at somebody’s word, which stays with it; a tick is no word', async () => {
    const at = (await mira.get(`/api/jobs/${cartId}`)).json.revision;
    const { dossier } = (await mira.get(`/api/jobs/${cartId}/dossier`)).json;
    const guess = dossier.cables.find((c: any) => c.provisional);
    const step = (more: object) => report(cartId, guess.cableId, { revision: at, ...more });
    const lying = async () => (await byArticle(`${guess.cableTypeId}/${guess.cores[0].colour}`)).map((s) => s.onHand);
    const before = await lying();
    const refused = await step({});
    expect(refused.status).toBe(409);
    expect(refused.json.problems[0]).toMatch(
      new RegExp(`^${guess.designation}: its length, ${Math.round(guess.cutMm)} mm, is a guess: route it or measure`),
    );
    expect((await step({ word: '   ' })).status).toBe(409);
    const tick = { cableIds: [guess.cableId], made: true, revision: at };
    expect((await jonas.post(`/api/jobs/${cartId}/made`, tick)).status).toBe(409);
    expect(await lying()).toEqual(before);
    expect((await step({ word: 'held against the counter' })).status).toBe(201);
    const floor = (await mira.get(`/api/jobs/${cartId}/floor`)).json;
    expect(floor.made.filter((r: any) => r.cableId === guess.cableId).at(-1)).toMatchObject({
      personName: 'Jonas Wick',
      said: { step: 'cut', done: true, word: 'held against the counter' },
    });
    // Cut at a word, the rest of it is made like any other.
    expect((await jonas.post(`/api/jobs/${cartId}/made`, tick)).status).toBe(200);
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
