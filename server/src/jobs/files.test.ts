import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createApp } from '../app.ts';
import { testServer } from '../testing/testServer.ts';

let server: Awaited<ReturnType<typeof testServer>>;
let folder: string;
let app: ReturnType<typeof createApp>;
beforeAll(async () => {
  server = await testServer();
  folder = mkdtempSync(join(tmpdir(), 'ombrik-web-'));
  mkdirSync(join(folder, 'assets'));
  writeFileSync(join(folder, 'index.html'), '<!doctype html><title>Ombrik</title>');
  writeFileSync(join(folder, 'assets/index-abc.js'), `console.log("${'board '.repeat(2000)}")`);
  app = createApp({ ...server.parts, webFolder: folder });
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await server.close();
});

const get = (path: string) => app.request(path, { headers: { 'accept-encoding': 'gzip' } });

describe('files of the web application', () => {
  it('what carries its content in its name is kept for good, and comes compressed', async () => {
    const file = await get('/assets/index-abc.js');
    expect(file.headers.get('cache-control')).toBe('public, max-age=31536000, immutable');
    expect(file.headers.get('content-encoding')).toBe('gzip');
    expect((await file.arrayBuffer()).byteLength).toBeLessThan(1000);
  });
  it('the page is asked for each time, at every address of a station', async () => {
    for (const path of ['/', '/jobs/jb_1/board']) {
      const page = await get(path);
      expect([page.status, page.headers.get('cache-control')]).toEqual([200, 'no-cache']);
      expect(await page.text()).toContain('Ombrik');
    }
  });
  it('an asset that is gone is not kept', async () => {
    const gone = await get('/assets/index-old.js');
    expect([gone.status, gone.headers.get('cache-control')]).toEqual([404, 'no-cache']);
  });
  it('what the server says is kept nowhere', async () => {
    const me = await get('/api/me');
    expect(me.headers.get('cache-control')).toBe('no-store');
    expect((await get('/api/nothing')).headers.get('cache-control')).toBe('no-store');
  });
});
