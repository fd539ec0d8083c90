import { marketCartBoard } from '@ombrik/demo/marketCart';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { refusalOfDatabase } from '../http/databaseRefusal.ts';
import { type Client, editOf, testServer } from '../testing/testServer.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
let job: string;
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
  job = (await mira.get('/api/jobs')).json.jobs[0].id;
});
afterAll(() => server.close());

const cart = marketCartBoard();
const deep = (n: number) => `${'['.repeat(n)}${']'.repeat(n)}`;

describe('bad input is refused in words, never with a broken server', () => {
  it.each([
    ['ten thousand empty items', JSON.stringify({ ...cart, items: new Array(10_000).fill({}) }), /items is .*0 to 400/],
    [
      'text with NUL',
      JSON.stringify({ ...cart, brief: { ...cart.brief, notes: 'a\u0000' } }),
      /brief.notes holds a NUL/,
    ],
    ['half a character', `{"formatVersion":${cart.formatVersion},"brief":{"notes":"\\ud800"}}`, /./],
    ['nested without end', `{"formatVersion":${cart.formatVersion},"items":${deep(5000)}}`, /./],
    ['an array nested a million times', deep(1_000_000), /./],
    ['a prototype', `{"formatVersion":${cart.formatVersion},"__proto__":{"x":1}}`, /__proto__|missing/],
    ['no JSON', '{', /not JSON/],
    ['nothing', '', /not JSON/],
  ])('an import with %s', async (_, body, says) => {
    const got = await mira.post('/api/jobs/import', body);
    expect([got.status, got.json.problems.length > 0 && got.json.problems.length <= 50]).toEqual([422, true]);
    expect(got.json.problems.join()).toMatch(says);
  });
  it('what is too large is not read', async () => {
    const got = await mira.post('/api/jobs/import', `{"a":"${'x'.repeat(4.2 * 1024 * 1024)}"}`);
    expect(got.status).toBe(413);
    expect(got.json.problems.join()).toMatch(/at most 4 MB/);
    expect((await server.nobody.post('/api/sign-in', `{"email":"${'x'.repeat(5000)}"}`)).status).toBe(413);
  });
  it.each(['__proto__', 'constructor', 'toString', 'hasOwnProperty'])('an edit of %s', async (field) => {
    const { revision } = (await mira.get(`/api/jobs/${job}`)).json;
    for (const kind of ['setBrief', 'setPower', 'setSetting']) {
      const got = await mira.post(`/api/jobs/${job}/edits`, editOf(revision, [{ kind, field, value: 1 } as never]));
      expect(got.status).toBe(422);
    }
  });
  it.each(['999999999999999999999999999999', '-1', '1e9', '0x10', '', 'NaN'])(
    'revision %j in an address',
    async (text) => {
      const got = await mira.get(`/api/jobs/${job}/dossier?revision=${encodeURIComponent(text)}`);
      expect([404, 422]).toContain(got.status);
    },
  );
  it('a pile that would grow past what a number holds', async () => {
    const receive = (quantity: number, times: number) =>
      mira.post('/api/stock/receive', {
        articleId: 'pvc70-95/RD',
        quantity,
        times,
        bin: 'A',
        cost: null,
        boughtMm: null,
        widthMm: null,
        heightMm: null,
        note: '',
        key: `big-${quantity}-${times}`,
      });
    expect((await receive(1e12, 1)).status).toBe(422);
    const { ids } = (await receive(10_000_000, 1)).json;
    const counted = await mira.post(`/api/stock/${ids[0]}/count`, { counted: 2 ** 31, note: '', key: 'count-big-1' });
    expect(counted.status).toBe(422);
  });
  it('what the database cannot keep or do is told with the right number', () => {
    expect(refusalOfDatabase({ code: '22003' })?.status).toBe(422);
    expect(refusalOfDatabase({ code: '53100' })?.status).toBe(507);
    expect(refusalOfDatabase({ code: 'ECONNREFUSED' })?.status).toBe(503);
    expect(refusalOfDatabase({ name: 'KnexTimeoutError' })?.status).toBe(503);
    expect(refusalOfDatabase({ code: '42P01' })).toBeNull();
    expect(refusalOfDatabase(new Error('x'))).toBeNull();
  });
});
