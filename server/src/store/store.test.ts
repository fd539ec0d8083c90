import { afterAll, describe, expect, it } from 'vitest';
import { openShop } from '../testing/shop.ts';

const { server, mira, jonas, hutId, cartId, key, rowOf, receive, take } = await openShop();
afterAll(() => server.close());

describe('the store', () => {
  // As many are served as there is enough for.
  it('twenty takers at once cannot overdraw it', async () => {
    const id = await receive('pvc70-95/RD', 10_000, { boughtMm: 50_000 });
    const clients = await Promise.all(
      Array.from({ length: 20 }, (_, i) => server.as(['pe_assembler', 'pe_designer'][i % 2]!)),
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
