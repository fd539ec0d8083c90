import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { RIGHTS } from '../people/rights.ts';
import { type Hands, pressesOf, valueNow } from '../testing/presses.ts';
import { type Client, testServer } from '../testing/testServer.ts';

/** Every route, asked with what nobody meant: words and 4xx, never 500, and nothing half done (seeded; more with OMBRIK_FULL). */
const EACH = process.env.OMBRIK_FULL ? 60 : 6;
const known = {} as Hands;
const { PRESSES } = pressesOf(known);
let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
  const { jobs } = (await mira.get('/api/jobs')).json;
  const job = jobs.find((j: { jobName: string }) => j.jobName === 'Market cart box').id;
  Object.assign(known, { server, mira, job });
});
afterAll(() => server.close());

const deep = (levels: number, leaf: unknown = 1): unknown =>
  Array.from({ length: levels }).reduce<unknown>((inner) => ({ a: inner }), leaf);
const NASTY: unknown[] = [
  ...['', ' ', '\0', 'a\0b', '\u202etxt.exe', '💡🔋🪛', '\ud800', 'ﷺ'.repeat(40), 'x'.repeat(70_000), '\r\n', '\ufeff'],
  ...[
    '<script>alert(1)</script>',
    '"><img src=x onerror=alert(1)>',
    "'; DROP TABLE jobs; --",
    '=HYPERLINK("x")',
    '../../x',
  ],
  ...['__proto__', 'constructor', '1e999', 'NaN', '%00', '{{7*7}}', '$' + '{7*7}'],
  ...[0, -0, -1, 0.1, 1e15, 1e16, 9007199254740992, 1e308, -1e308, 5e-324, 2147483648, 4294967296],
  ...[null, true, false, [], {}, [[]], [null], deep(40), deep(4000), Array(3000).fill('x'), Array(300).fill({})],
  ...[
    { __proto__: { isAdmin: true } },
    { toString: 1 },
    { length: 1e9 },
    '2026-02-31',
    '0000-00-00',
    '9999-99-99T99:99:99Z',
  ],
];

type Path = (string | number)[];
const placesIn = (value: unknown, at: Path = []): Path[] =>
  typeof value === 'object' && value !== null
    ? Object.entries(value).flatMap(([k, v]) => [[...at, k], ...placesIn(v, [...at, k])])
    : [];
function bent(body: unknown, at: Path, how: 'instead' | 'without' | 'beside', value: unknown): unknown {
  if (at.length === 0) return value;
  const copy = structuredClone(body) as Record<string, unknown>;
  const holder = at.slice(0, -1).reduce((o, k) => o[k] as Record<string, unknown>, copy);
  if (how === 'without') delete holder[at.at(-1)!];
  else holder[how === 'beside' ? `${at.at(-1)}_` : at.at(-1)!] = value;
  return copy;
}

/** Refused in words a person can read, or done. */
function good(status: number, json: { problems?: string[] } | null, what: string): void {
  expect([what, status < 500 || status === 503], JSON.stringify(json)?.slice(0, 400)).toEqual([what, true]);
  if (status < 400) return;
  expect(json?.problems?.length, what).toBeGreaterThan(0);
  for (const p of json!.problems!) {
    expect(p.length, what).toBeLessThan(3000);
    expect(p, what).not.toMatch(/\bat .*\.ts:|node_modules|violates|syntax error|undefined is not/);
  }
}

describe('hostile input', { timeout: 300_000 }, () => {
  it.each(Object.entries(PRESSES))('POST %s takes it or refuses it in words', async (route, press) => {
    const body = await valueNow(press.body);
    const places = [[], ...placesIn(body)];
    const tries = fc.sample(
      fc.record({
        at: fc.constantFrom(...places),
        how: fc.constantFrom('instead' as const, 'instead' as const, 'without' as const, 'beside' as const),
        value: fc.constantFrom(...NASTY),
      }),
      { seed: [...route].reduce((n, c) => n * 31 + c.charCodeAt(0), 7) | 0, numRuns: EACH },
    );
    const path = await valueNow(press.path);
    for (const { at, how, value } of tries) {
      const wish = bent(body, at, how, value);
      const { status, json } = await mira.post(path, wish);
      good(status, json, `${route} ${at.join('.')} ${how} ${JSON.stringify(value)?.slice(0, 60)}`);
    }
  });
  it('what is no JSON, too deep, too many keys, or another kind is refused on every route', async () => {
    const many = `{${Array.from({ length: 60_000 }, (_, n) => `"k${n}":${n}`).join(',')}}`;
    const bodies = [
      '',
      '{',
      'null',
      '[]',
      '"x"',
      '1',
      `${'['.repeat(50_000)}${']'.repeat(50_000)}`,
      '{"a":1,"a":2}',
      many,
    ];
    for (const [route, { path }] of Object.entries(PRESSES).filter((_, n) => n % 4 === 0))
      for (const body of bodies) {
        const { status, json } = await mira.post(await valueNow(path), body);
        good(status, json, `${route} ${body.slice(0, 20)}`);
      }
  });
  it('ids, names and questions in an address, as bent as they come', async () => {
    const words = [
      '%00',
      '%ff',
      '%e2%80%ae',
      '..%2f..%2fetc',
      "';--",
      '0',
      '-1',
      '1e9',
      'x'.repeat(600),
      '%F0%9F%92%A1',
      '__proto__',
    ];
    for (const route of Object.keys(RIGHTS).filter((r) => r.startsWith('GET') && !/live$/.test(r))) {
      const path = route.split(' ')[1]!;
      const word = () => words[[...route].reduce((n, c) => n + c.charCodeAt(0), 0) % words.length]!;
      for (const w of [word(), ...words.slice(0, path.includes(':') ? 11 : 0)]) {
        const address = path.replaceAll(/:\w+(\{[^}]*\})?/g, w);
        const { status, json } = await mira.get(address);
        good(status, json, `GET ${address.slice(0, 80)}`);
      }
      for (const query of [
        'revision=-1',
        'revision=%00',
        'unit=99999',
        'words=%00',
        'limit=1e9',
        'code=%F0%9F%92%A1%00',
        'offset=-5',
        'keys=%00,x',
        'before=x',
        'about=x',
      ]) {
        const { status, json } = await mira.get(`${path.replaceAll(/:\w+(\{[^}]*\})?/g, known.job)}?${query}`);
        good(status, json, `GET ${path}?${query}`);
      }
    }
  });
  it('attachments that are not what they are called: kept as bytes that never run, or refused', async () => {
    const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>');
    const pdf = Buffer.from('%PDF-1.7\n1 0 obj<</OpenAction<</S/JavaScript/JS(app.alert(1))>>>>endobj\n%%EOF');
    const png = Buffer.from('89504e470d0a1a0a0000000d49484452ffffffffffffffff0806000000', 'hex');
    const html = Buffer.from('<!doctype html><script>alert(1)</script>');
    const zip = Buffer.from('504b0304140000000800', 'hex');
    const names = [
      'a.svg',
      'a.pdf',
      'a.png',
      '../../a.html',
      'a\0.pdf',
      '<img src=x>.pdf',
      '\u202efdp.exe',
      `${'n'.repeat(400)}.pdf`,
      '=1+1.pdf',
      '',
    ];
    for (const bytes of [svg, pdf, png, html, zip, Buffer.alloc(0), Buffer.alloc(200_000, 0x20)])
      for (const name of names) {
        const { status, json } = await mira.upload(`/api/jobs/${known.job}/files`, name, bytes);
        good(status, json, `file ${name} ${bytes.length}`);
        if (status !== 201) continue;
        const { response } = await mira.get(`/api/jobs/${known.job}/files/${json.id}`);
        expect(response.headers.get('x-content-type-options')).toBe('nosniff');
        expect(response.headers.get('content-security-policy')).toMatch(/sandbox|default-src 'none'/);
        expect(response.headers.get('content-type')).not.toMatch(/html|svg|xml/);
      }
  });
  it('nothing of it is left half done: every job opens, the store balances, the audit holds', async () => {
    const { jobs } = (await mira.get('/api/jobs?limit=5000')).json;
    for (const { id } of jobs.slice(0, 40)) expect((await mira.get(`/api/jobs/${id}`)).status).toBe(200);
    const { rows } = await server.owner.raw(`SELECT s.id FROM stock s WHERE s.on_hand <> (
      SELECT coalesce(sum(quantity), 0) FROM stock_moves m WHERE m.stock_id = s.id)`);
    expect(rows).toEqual([]);
    expect((await mira.get('/api/audit/chain')).json.broken).toBeNull();
    // Formulas in names go out as words.
    await mira.post(`/api/jobs/import`, { ...(await import('@ombrik/demo/marketCart')).marketCartBoard() });
    const csv = await (await mira.get('/api/audit/out/audit.csv')).response.text();
    expect(csv).not.toMatch(/(^|,)"?[=@]/m);
  });
});
