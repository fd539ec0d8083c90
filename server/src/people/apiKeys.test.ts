import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Client, testServer } from '../testing/testServer.ts';
import { RIGHTS } from './rights.ts';
import { SCOPES, type Scope, scopeOf } from './scopes.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
});
afterAll(() => server.close());

const PASSWORD = 'bench-demo';
const make = (scopes: Scope[], by: Client = mira, more: object = {}) =>
  by.post('/api/own/keys', { name: 'price script', password: PASSWORD, scopes, days: 30, ...more });
/** A program: it has a key and no cookie. */
function program(token: string) {
  const call = async (path: string, init: RequestInit = {}) => {
    const response = await server.app.request(path, {
      ...init,
      headers: { authorization: `Bearer ${token}`, ...(init.headers as Record<string, string>) },
    });
    return { status: response.status, json: (await response.json().catch(() => null)) as any };
  };
  let n = 0;
  return {
    get: (path: string) => call(path),
    post: (path: string, body: unknown) =>
      call(path, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'idempotency-key': `${token.slice(-8)}-${n++}` },
        body: JSON.stringify(body),
      }),
  };
}

describe('a key of a program', () => {
  it('is told once, kept as a hash, made by who knows the password, for something', async () => {
    expect((await make(['read'], mira, { password: 'wrong' })).status).toBe(403);
    expect((await make([])).status).toBe(422);
    expect((await make(['read'], mira, { days: 0 })).status).toBe(422);
    const { status, json } = await make(['read']);
    expect([status, json.token]).toEqual([200, expect.stringMatching(/^omk_[A-Za-z0-9_-]{43}$/)]);
    const { keys } = (await mira.get('/api/own/keys')).json;
    expect(keys[0]).toMatchObject({ id: json.id, name: 'price script', scopes: ['read'] });
    expect(JSON.stringify(keys)).not.toContain(json.token);
    expect(JSON.stringify(await server.db('api_keys'))).not.toContain(json.token);
    expect(JSON.stringify(await server.db('presses'))).not.toContain(json.token);
    expect(JSON.stringify(await server.db('audit'))).not.toContain(json.token);
  });
  it('does what its person may, within what it was made for, in that person’s name and its own', async () => {
    const reader = program((await make(['read'])).json.token);
    expect((await reader.get('/api/jobs')).status).toBe(200);
    expect((await reader.post('/api/stock/levels', { articleId: 'x', low: null })).json.problems).toEqual([
      'this key was not made for "store"',
    ]);
    const writer = program((await make(['boards', 'read'])).json.token);
    const { jobs } = (await writer.get('/api/jobs')).json;
    const { status } = await writer.post(`/api/jobs/${jobs[0].id}/wanted`, { wantedOn: '2027-03-01' });
    expect(status).toBe(200);
    const last = await server.db('audit').orderBy('number', 'desc').first();
    expect([last.who, last.person_id]).toEqual(['Mira Holt (price script)', 'pe_designer']);
    // An assembler's key makes no job: rights are the person's.
    const jonas = await server.as('pe_assembler');
    const built = program((await make(['boards'], jonas)).json.token);
    expect((await built.post(`/api/jobs/${jobs[0].id}/wanted`, { wantedOn: null })).json.problems[0]).toContain(
      'only a',
    );
  });
  it('opens nobody’s own things, people, nor what others did, whatever it was made for', async () => {
    const all = program((await make(Object.keys(SCOPES) as Scope[])).json.token);
    for (const path of ['/api/people', '/api/audit', '/api/own/keys', '/api/own/sessions', '/api/live'])
      expect([path, (await all.get(path)).status]).toEqual([path, 403]);
    expect((await all.post('/api/own/password', { password: PASSWORD, wanted: 'x' })).status).toBe(403);
  });
  it('is over when it is ended, when its day has come, and when its person is', async () => {
    const { id, token } = (await make(['read'])).json;
    expect((await (await server.as('pe_assembler')).post(`/api/own/keys/${id}/end`, {})).status).toBe(404);
    expect((await mira.post(`/api/own/keys/${id}/end`, {})).status).toBe(200);
    expect((await program(token).get('/api/jobs')).status).toBe(401);
    const late = (await make(['read'])).json;
    await server
      .db('api_keys')
      .where({ id: late.id })
      .update({ expires_at: new Date(Date.now() - 1000) });
    expect((await program(late.token).get('/api/jobs')).status).toBe(401);
    const piet = await server.as('pe_viewer');
    const gone = (await make(['read'], piet)).json;
    expect((await program(gone.token).get('/api/jobs')).status).toBe(200);
    await mira.post('/api/people/pe_viewer/ended', { ended: true });
    expect((await program(gone.token).get('/api/jobs')).status).toBe(401);
    await mira.post('/api/people/pe_viewer/ended', { ended: false });
  });
  it('that is none is refused, and does not fall back to the cookie beside it', async () => {
    for (const authorization of ['Bearer omk_short', 'Basic bWlyYQ==', `Bearer omk_${'A'.repeat(43)}`, 'Bearer'])
      expect((await server.app.request('/api/jobs', { headers: { authorization, cookie: mira.cookie } })).status).toBe(
        401,
      );
  });
  it('every press is in a scope or for people alone, and which is said here', () => {
    const closed = Object.keys(RIGHTS).filter((r) => scopeOf(r) === null);
    expect(closed.filter((r) => !/\/api\/(people|own|audit|live|practice|workshop|hooks)/.test(r))).toEqual([]);
    expect(scopeOf('GET /api/workshop')).toBe('read');
    expect(scopeOf('POST /api/jobs/:id/edits')).toBe('boards');
    expect(scopeOf('POST /api/jobs/:id/bench/measure')).toBe('floor');
    expect(scopeOf('POST /api/jobs/:id/field-notes')).toBe('floor');
    expect(scopeOf('POST /api/forgotten')).toBeNull();
  });
});
