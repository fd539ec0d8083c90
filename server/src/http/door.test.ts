import { once } from 'node:events';
import { mkdtempSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { serve } from '@hono/node-server';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createApp } from '../app.ts';
import { type Client, testServer } from '../testing/testServer.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
});
afterAll(() => server.close());

const send = (path: string, headers: Record<string, string>, body: BodyInit = '{}', host = 'localhost') =>
  server.app.request(`http://${host}${path}`, {
    method: 'POST',
    body,
    headers: {
      host,
      cookie: mira.cookie,
      'idempotency-key': `door-${Math.random()}`,
      'content-type': 'application/json',
      ...headers,
    },
  });
const says = async (response: Response) => [
  response.status,
  ((await response.json()) as { problems: string[] }).problems[0],
];

describe('the door', () => {
  it('takes no change from another origin, whatever it is sent as', async () => {
    for (const path of [
      '/api/jobs/import',
      '/api/jobs',
      '/api/stock/receive',
      '/api/sign-in',
      '/api/sign-out',
      '/api/own/pin',
    ]) {
      expect(await says(await send(path, { origin: 'http://elsewhere.example' }))).toEqual([
        403,
        expect.stringContaining('its own pages'),
      ]);
      expect((await send(path, { origin: 'null' })).status).toBe(403);
      expect((await send(path, { 'sec-fetch-site': 'cross-site' })).status).toBe(403);
      expect(await says(await send(path, { 'content-type': 'text/plain' }))).toEqual([
        415,
        expect.stringContaining('application/json'),
      ]);
    }
    const form = new FormData();
    form.set('file', new File(['x'], 'x.txt'));
    const file = await server.app.request('/api/jobs/any/files', {
      method: 'POST',
      body: form,
      headers: { cookie: mira.cookie, origin: 'http://elsewhere.example', 'idempotency-key': 'door-file' },
    });
    expect(file.status).toBe(403);
  });
  it('takes what its own pages send, behind a proxy that speaks TLS too', async () => {
    expect(
      (await send('/api/sign-out', { origin: 'http://localhost', 'sec-fetch-site': 'same-origin', cookie: '' })).status,
    ).toBe(200);
    expect((await send('/api/sign-out', { origin: 'https://localhost', cookie: '' })).status).toBe(200);
  });
  it('takes a press without a body as it comes over a real line, and no body that hides its kind', async () => {
    const real = serve({ fetch: server.app.fetch, port: 0, hostname: '127.0.0.1' });
    await once(real, 'listening');
    const { port } = real.address() as AddressInfo;
    const { jobs } = (await mira.get('/api/jobs')).json;
    const post = (path: string, init: RequestInit & { duplex?: 'half' } = {}) =>
      fetch(`http://127.0.0.1:${port}${path}`, {
        method: 'POST',
        ...init,
        headers: { cookie: mira.cookie, 'idempotency-key': `door-${Math.random()}`, ...init.headers },
      });
    expect((await post(`/api/jobs/${jobs[0].id}/duplicate`)).status).toBe(201);
    const bytes = new TextEncoder().encode(JSON.stringify({ wantedOn: null }));
    expect((await post(`/api/jobs/${jobs[0].id}/wanted`, { body: bytes })).status).toBe(415);
    const streamed = new Blob([bytes]).stream();
    expect((await post(`/api/jobs/${jobs[0].id}/wanted`, { body: streamed, duplex: 'half' })).status).toBe(415);
    real.close();
  });
  it('answers to its own names and numbers only', async () => {
    const asked = async (host: string) =>
      (await server.app.request(`http://${host}/api/health`, { headers: { host } })).status;
    expect(await asked('127.0.0.1:4170')).toBe(200);
    expect(await asked('[::1]:4170')).toBe(200);
    expect(await asked('192.168.4.20')).toBe(200);
    expect(
      await says(await server.app.request('http://rebound.example/api/me', { headers: { host: 'rebound.example' } })),
    ).toEqual([421, expect.stringContaining('not called "rebound.example"')]);
  });
  it('tells nothing of the workshop’s values before anybody has come in, and keeps nothing in between', async () => {
    const { json, response } = await server.nobody.get('/api/me');
    expect(json.workshop).toBeNull();
    expect(JSON.stringify(json)).not.toMatch(/hourRate|marginShare|@/);
    expect(response.headers.get('cache-control')).toBe('no-store');
  });
  it('lets a page run its own scripts alone', async () => {
    const policy = (await server.nobody.get('/api/me')).response.headers.get('content-security-policy')!;
    expect(policy).toContain("script-src 'self' 'wasm-unsafe-eval'");
    expect(policy).not.toMatch(/script-src[^;]*unsafe-inline/);
    expect(policy).toContain("object-src 'none'");
  });
  it('what an anonymous body may hold is small', async () => {
    const { status } = await server.nobody.post('/api/sign-in', { email: 'a@b', password: 'x'.repeat(5000) });
    expect(status).toBe(413);
  });
  it('a cookie is never seen by a script, and behind TLS bound to this host', async () => {
    const cookies = async (url: string, headers: Record<string, string>) => {
      const response = await server.behindProxy.request(url, {
        method: 'POST',
        body: JSON.stringify({ personId: 'pe_viewer' }),
        headers: { 'content-type': 'application/json', ...headers },
      });
      return response.headers.getSetCookie()[0]!;
    };
    const plain = await cookies('http://localhost/api/demo-sign-in', {});
    expect(plain).toMatch(/^ombrik_session=.*HttpOnly.*SameSite=Strict/);
    const tls = await cookies('http://localhost/api/demo-sign-in', { 'x-forwarded-proto': 'https' });
    expect(tls).toMatch(/^__Host-ombrik_session=.*Secure/);
  });
});

describe('the page that is served', () => {
  it('is named with every answer of the interface, and not where none is served', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'ombrik-web-'));
    writeFileSync(join(folder, 'build.json'), JSON.stringify({ build: 'abc123' }));
    const asked = async (webFolder: string | null) => {
      const { app } = { app: createApp({ ...server.parts, webFolder }) };
      return (await app.request('/api/me', { headers: { host: 'localhost' } })).headers.get('ombrik-build');
    };
    expect([await asked(folder), await asked(null), await asked(tmpdir())]).toEqual(['abc123', null, null]);
  });
});
