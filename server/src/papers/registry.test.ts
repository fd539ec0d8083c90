import { readFileSync } from 'node:fs';
import { afterAll, describe, expect, it } from 'vitest';
import { openShop } from '../testing/shop.ts';
import { papersDoc } from './papersDoc.ts';
import { PAPERS, SHOP_PAPERS } from './registry.ts';

const { server, mira, cartId, planFor } = await openShop();
afterAll(() => server.close());
const out = (name: string, asked = '') => mira.get(`/api/jobs/${cartId}/out/${name}${asked}`);

describe('the registry of papers', () => {
  it('docs, list and refusal are the registry', async () => {
    expect(readFileSync(new URL('../../../docs/papers.md', import.meta.url), 'utf8')).toBe(papersDoc());
    const { papers, shop } = (await mira.get('/api/papers')).json;
    expect(papers.map((p: { name: string }) => p.name)).toEqual(PAPERS.map((p) => p.name));
    expect(shop.map((p: { name: string }) => p.name)).toEqual(SHOP_PAPERS.map((p) => p.name));
    const wrong = await out('poem.pdf');
    expect([wrong.status, wrong.json.problems[0]]).toEqual([
      404,
      `no paper "poem.pdf"; accepted: ${PAPERS.map((p) => p.name).join(', ')}`,
    ]);
    expect((await mira.get('/api/papers/poem.pdf')).json.problems[0]).toContain('accepted: purchase-list.pdf');
  });
  it('no two papers share a name, and every name says what it is', () => {
    const names = [...PAPERS, ...SHOP_PAPERS].map((p) => p.name);
    expect(new Set(names).size).toBe(names.length);
    for (const name of names) expect(name).toMatch(/^[a-z-]+\.(pdf|csv|xlsx|dxf|svg|json)$/);
  });
  it('every one of them comes out for a job of the shop, with its name and kind', async () => {
    const { wish } = await planFor(cartId);
    expect((await mira.post(`/api/jobs/${cartId}/cutting`, wish)).status).toBe(201);
    const { revision } = (await mira.get(`/api/jobs/${cartId}`)).json;
    expect((await mira.post(`/api/jobs/${cartId}/quotes`, { revision, note: '' })).status).toBe(201);
    for (const { name } of PAPERS) {
      const { status, response } = await out(name, name === 'quote.pdf' ? '?version=1' : '');
      expect([name, status]).toEqual([name, 200]);
      const bytes = Buffer.from(await response.arrayBuffer());
      if (name.endsWith('.pdf')) expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
      else expect(bytes.length).toBeGreaterThan(40);
      expect(response.headers.get('content-disposition')).toMatch(
        new RegExp(`^${name.endsWith('.pdf') ? 'inline' : 'attachment'}; filename="job-\\d+-r${revision}-`),
      );
    }
    for (const { name } of SHOP_PAPERS)
      expect([name, (await mira.get(`/api/papers/${name}`)).status]).toEqual([name, 200]);
  });
  it('what may be chosen is refused by name, value and what is accepted', async () => {
    const says = async (name: string, asked: string) => {
      const got = await out(name, asked);
      return [got.status, got.json.problems[0]];
    };
    expect(await says('template.pdf', '?paper=A9')).toEqual([422, 'paper is "A9"; accepted: A4, Letter']);
    expect(await says('template.pdf', '?panel=none')).toEqual([
      422,
      expect.stringMatching(/^panel is "none"; accepted: pn_/),
    ]);
    expect(await says('panel.dxf', '?face=side')).toEqual([422, 'face is "side"; accepted: good, front, back']);
    expect(await says('quote.pdf', '?version=99')).toEqual([404, 'no quote 99 of this job']);
    expect(await says('quote.pdf', '')).toEqual([404, 'no quote  of this job']);
    expect(await says('drawing.pdf', '?revision=9999')).toEqual([404, 'no revision 9999 of this job']);
  });
});
