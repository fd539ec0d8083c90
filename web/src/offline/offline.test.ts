// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest';
import { offlineFiles } from '../../offlineFiles.ts';
import { forgetKept, keepOnDevice } from './keepOnDevice.ts';
import { FLOOR_CACHE, isKept } from './kept.ts';

afterEach(() => vi.unstubAllGlobals());

describe('what is kept for when the network is gone', () => {
  it('is what a build is shown from, and nothing that changes something or is of the whole shop’s money', () => {
    const kept = [
      '/api/me',
      '/api/jobs',
      '/api/jobs/jb_1',
      '/api/jobs/jb_1/dossier',
      '/api/jobs/jb_1/build',
      '/api/jobs/jb_1/floor',
      '/api/jobs/jb_1/files/at_7',
      '/api/schedule/reports',
    ];
    expect(kept.filter((path) => !isKept(path))).toEqual([]);
    const not = [
      '/api/jobs/jb_1/quotes',
      '/api/jobs/jb_1/build/records',
      '/api/jobs/jb_1/out/costs.pdf',
      '/api/buying',
      '/api/stock',
      '/api/workshop',
      '/api/live',
      '/api/demo-sign-in',
      '/jobs/jb_1/build',
    ];
    expect(not.filter(isKept)).toEqual([]);
  });
  it('goes when somebody signs out', async () => {
    const gone: string[] = [];
    vi.stubGlobal('caches', { delete: async (name: string) => gone.push(name) });
    await forgetKept();
    expect(gone).toEqual([FLOOR_CACHE]);
  });
  it('a browser that keeps nothing is no error', async () => {
    vi.stubEnv('PROD', true);
    const register = vi.fn(async () => {
      throw new Error('private window');
    });
    vi.stubGlobal('navigator', { serviceWorker: { register } });
    await expect(keepOnDevice()).resolves.toBeUndefined();
    expect(register).toHaveBeenCalledWith('/sw.js', { type: 'module' });
    vi.unstubAllEnvs();
  });
  it('while it is developed nothing is kept', async () => {
    const register = vi.fn();
    vi.stubGlobal('navigator', { serviceWorker: { register } });
    await keepOnDevice();
    expect(register).not.toHaveBeenCalled();
  });
});

describe('the list of files a start without a network needs', () => {
  it('has the pages, their style and fonts and the deriving worker, and leaves out what no bench needs', () => {
    const emitted: { fileName?: string; source?: string | Uint8Array }[] = [];
    const plugin = offlineFiles();
    const names = [
      'assets/index-a.js',
      'assets/index-a.css',
      'assets/barlow-latin-400-normal-x.woff2',
      'assets/barlow-latin-400-normal-x.woff',
      'assets/BuildStation-b.js',
      'assets/deriveWorker-c.js',
      'assets/circuitWorker-d.js',
      'assets/pdf.worker.min-e.mjs',
      'assets/PaperView-f.js',
      'sw.js',
      'index.html',
    ];
    const generate = plugin.generateBundle as unknown as (this: object, options: unknown, bundle: object) => void;
    generate.call(
      { emitFile: (file: (typeof emitted)[number]) => emitted.push(file) },
      {},
      Object.fromEntries(names.map((n) => [n, {}])),
    );
    expect(emitted.map((e) => e.fileName)).toEqual(['offline-files.json']);
    expect(JSON.parse(String(emitted[0]!.source)).files).toEqual([
      '/assets/BuildStation-b.js',
      '/assets/barlow-latin-400-normal-x.woff2',
      '/assets/deriveWorker-c.js',
      '/assets/index-a.css',
      '/assets/index-a.js',
    ]);
  });
});
