import { createHmac } from 'node:crypto';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import pino from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openQueue } from '../queue/queue.ts';
import { WORKS } from '../queue/works.ts';
import { type Client, testServer } from '../testing/testServer.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let mira: Client;
let queue: Awaited<ReturnType<typeof openQueue>>;

/** A program elsewhere: it keeps what it is told, and answers as it is told to. */
const heard: { event: string; id: string; signature: string; body: any; text: string; path: string }[] = [];
const answers: number[] = [];
const elsewhere = createServer((req, res) => {
  let text = '';
  req.on('data', (piece) => {
    text += piece;
  });
  req.on('end', () => {
    const head = (name: string) => String(req.headers[name]);
    heard.push({
      ...{ event: head('ombrik-event'), id: head('ombrik-delivery'), signature: head('ombrik-signature') },
      ...{ body: JSON.parse(text), text, path: req.url! },
    });
    res.writeHead(answers.shift() ?? 204, { location: '/elsewhere' }).end();
  });
});
const address = () => `http://127.0.0.1:${(elsewhere.address() as AddressInfo).port}/told`;

beforeAll(async () => {
  server = await testServer();
  mira = await server.as('pe_designer');
  await new Promise<void>((go) => elsewhere.listen(0, '127.0.0.1', go));
  const log = pino({ level: 'silent' });
  queue = await openQueue({ url: server.url, serving: server.serving, log, works: WORKS, daily: async () => {} });
});
afterAll(async () => {
  await queue.stop();
  elsewhere.close();
  await server.close();
});
const add = async (events: string[], url = address()) => (await mira.post('/api/hooks', { url, events })).json;
const remove = (id: string) => mira.post(`/api/hooks/${id}/removed`, {});
const told = (event: string) => heard.filter((h) => h.event === event);
const jobOf = async (number: number) =>
  (await mira.get('/api/jobs')).json.jobs.find((j: { number: number }) => j.number === number).id as string;

describe('a program elsewhere', () => {
  it('is told of what it asked for, signed by a secret that was told once', async () => {
    const { id, secret } = await add(['released']);
    expect(JSON.stringify(await server.db('presses'))).not.toContain(secret);
    expect(JSON.stringify((await mira.get('/api/hooks')).json)).not.toContain(secret);
    const job = await jobOf(403);
    const { revision } = (await mira.get(`/api/jobs/${job}`)).json;
    expect((await mira.post(`/api/jobs/${job}/release`, { way: 'release', revision, reason: '' })).status).toBe(200);
    await expect.poll(() => told('released').length, { timeout: 20_000 }).toBe(1);
    const { body, text, signature, id: delivery } = told('released')[0]!;
    expect(body).toMatchObject({ id: delivery, event: 'released', data: { jobId: job, revision } });
    const [, t, v1] = /^t=(\d+),v1=([0-9a-f]{64})$/.exec(signature)!;
    expect(createHmac('sha256', secret).update(`${t}.${text}`).digest('hex')).toBe(v1);
    expect(Math.abs(Date.now() / 1000 - Number(t))).toBeLessThan(60);
    await expect
      .poll(async () => (await mira.get('/api/hooks')).json.hooks[0].sends[0])
      .toMatchObject({ event: 'released', tries: 1, trouble: null, cameAt: expect.any(String) });
    await remove(id);
  });
  it('that does not take it is tried again with the same number, and why is seen; it is followed nowhere', async () => {
    answers.push(503, 302);
    const { id } = await add(['shipped']);
    await mira.post(`/api/hooks/${id}/try`, {});
    await expect.poll(() => told('try').length, { timeout: 60_000 }).toBe(3);
    expect(new Set(told('try').map((h) => h.id)).size).toBe(1);
    expect(new Set(heard.map((h) => h.path))).toEqual(new Set(['/told']));
    await expect
      .poll(async () => (await mira.get('/api/hooks')).json.hooks[0].sends[0])
      .toMatchObject({ tries: 3, trouble: null });
    await remove(id);
  });
  it('is told nothing of a press that was refused, nor once it is removed', async () => {
    const { id } = await add(['released']);
    const before = Number((await server.db('hook_sends').count('* as n').first())!.n);
    const job = await jobOf(405);
    expect((await mira.post(`/api/jobs/${job}/release`, { way: 'release', revision: 9999, reason: '' })).status).toBe(
      409,
    );
    expect(Number((await server.db('hook_sends').count('* as n').first())!.n)).toBe(before);
    await remove(id);
    expect((await mira.get('/api/hooks')).json.hooks).toEqual([]);
    expect(await server.db('hook_sends')).toEqual([]);
  });
  it('is told once that an article is low, and again after there was enough in between', async () => {
    const { id } = await add(['lowStock']);
    const { stock } = (await mira.get('/api/stock')).json;
    const pile = stock.find(
      (s: { unit: string; onHand: number; reserved: number }) => s.unit === 'pcs' && s.onHand - s.reserved > 6,
    );
    const same = stock.filter((s: { articleId: string }) => s.articleId === pile.articleId);
    const free = same.reduce((n: number, s: { onHand: number; reserved: number }) => n + s.onHand - s.reserved, 0);
    let n = 0;
    const ofIt = () => told('lowStock').filter((h) => h.body.data.articleId === pile.articleId);
    const take = (quantity: number) =>
      mira.post(`/api/stock/${pile.id}/take`, { quantity, jobId: null, note: 'a try', key: `taken-low-${n++}` });
    await mira.post('/api/stock/levels', { articleId: pile.articleId, low: free - 1 });
    expect((await take(1)).json).toEqual({ ok: true });
    expect((await take(1)).json).toEqual({ ok: true });
    expect((await take(1)).json).toEqual({ ok: true });
    await expect.poll(() => ofIt().length, { timeout: 20_000 }).toBe(1);
    expect(ofIt()[0]!.body.data).toEqual({ articleId: pile.articleId, low: free - 1, free: free - 2 });
    await mira.post('/api/stock/levels', { articleId: pile.articleId, low: 0 });
    await mira.post('/api/stock/levels', { articleId: pile.articleId, low: free });
    await expect.poll(() => ofIt().length, { timeout: 20_000 }).toBe(2);
    await remove(id);
  });
  it.each([
    'ftp://orders.example/',
    'https://a:b@orders.example/',
    'http://169.254.169.254/latest',
    'orders.example',
    'javascript:alert(1)',
  ])('is not at %s', async (url) => {
    const { status, json } = await mira.post('/api/hooks', { url, events: ['shipped'] });
    expect([status, json.problems[0]]).toEqual([422, expect.stringContaining('accepted: an address such as')]);
  });
  it('is an owner’s to name', async () => {
    const jonas = await server.as('pe_assembler');
    expect((await jonas.post('/api/hooks', { url: address(), events: ['shipped'] })).status).toBe(403);
  });
});
