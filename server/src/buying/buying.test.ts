import { afterAll, describe, expect, it } from 'vitest';
import { openShop } from '../testing/shop.ts';
import type { Client } from '../testing/testServer.ts';

const { server, mira, jonas, hutId, cartId, key } = await openShop();
afterAll(() => server.close());

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
    expect((await release(jonas, 'hurry')).status).toBe(403);
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
    await mira.post(`/api/buying/purchases/${id}/lines/2/give-up`, {});
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
