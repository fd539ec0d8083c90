import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { BOARD_FORMAT_VERSION } from '@ombrik/core/document/board';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import { describe, expect, it } from 'vitest';

const bin = fileURLToPath(new URL('../bin/ombrik.mjs', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'ombrik-cli-'));
const file = (name: string, value: unknown) => {
  const path = join(folder, name);
  writeFileSync(path, typeof value === 'string' ? value : JSON.stringify(value));
  return path;
};
const run = (...args: string[]) => spawnSync(process.execPath, [bin, ...args], { encoding: 'utf8' });
/** While something of this very process answers it. */
const runBeside = (env: Record<string, string>, ...args: string[]) =>
  new Promise<{ status: number | null; stdout: string; stderr: string }>((done) => {
    const child = spawn(process.execPath, [bin, ...args], { env: { ...process.env, ...env } });
    const said = { stdout: '', stderr: '' };
    for (const way of ['stdout', 'stderr'] as const)
      child[way].on('data', (piece) => {
        said[way] += piece;
      });
    child.on('close', (status) => done({ status, ...said }));
  });
const good = file('cart.json', marketCartBoard());

describe('the command line', () => {
  it('derive prints the dossier', () => {
    const { status, stdout } = run('derive', good);
    expect(status).toBe(0);
    expect(JSON.parse(stdout).cables).toHaveLength(12);
  });
  it('check ends with 0 without a stop finding, 1 with one', () => {
    expect(run('check', good)).toMatchObject({ status: 0 });
    const board = marketCartBoard();
    board.cables[0]!.conductorMm2 = { mode: 'locked', value: 1, reason: 'test', who: 'test' };
    const bad = run('check', file('thin.json', board));
    expect(bad.status).toBe(1);
    expect(bad.stdout).toContain('stop  W1:');
  });
  it('export prints CSV and SPICE', () => {
    expect(run('export', good, '--format', 'csv').stdout).toMatch(/^group,part,name/);
    expect(run('export', good, '--format', 'csv', '--list', 'cuts').stdout).toMatch(/^cable,type/);
    const parts = run('export', good, '--format', 'csv', '--list', 'parts');
    expect(parts.stderr).toMatch(/^prices: those of the catalogue, in EUR, without the workshop's offers/);
    expect(parts.stdout).not.toContain('prices:');
    expect(run('export', good, '--format', 'spice').stdout).toMatch(/\.op\n\.end/);
    expect(run('export', good, '--format', 'pdf').stderr).toContain('Allowed choices are csv, spice');
  });
  it('a bad file ends with 2 and says what is wrong', () => {
    expect(run('check', file('broken.json', '{"format":')).status).toBe(2);
    const refused = run('check', file('old.json', { ...marketCartBoard(), formatVersion: 9 }));
    expect(refused.status).toBe(2);
    expect(refused.stderr).toContain(`formatVersion is 9; accepted: ${BOARD_FORMAT_VERSION}`);
    expect(run('check', join(folder, 'none.json')).status).toBe(2);
  });
  it('findings tells those of a board, with what would mend them, or every kind there is', () => {
    const board = marketCartBoard();
    board.cables[0]!.conductorMm2 = { mode: 'locked', value: 1, reason: 'test', who: 'test' };
    const bad = file('mended.json', board);
    expect(run('findings', bad).stdout).toMatch(/stop {2}W1:.*\n {8}could be mended: /);
    expect(JSON.parse(run('findings', bad, '--json').stdout)[0]).toHaveProperty('severity');
    expect(run('findings').stdout).toMatch(/^# /);
  });
  it('compare ends with 0 for the same, 1 for another, and says what', () => {
    expect(run('compare', good, good)).toMatchObject({ status: 0, stdout: 'the same\n' });
    const board = marketCartBoard();
    board.brief.ambientC = 55;
    const other = run('compare', good, file('warm.json', board));
    expect(other.status).toBe(1);
    expect(other.stdout).toMatch(/^brief: ambient \(°C\): 30 -> 55$/m);
    expect(JSON.parse(run('compare', good, file('warm.json', board), '--json').stdout)).toHaveProperty('cables');
  });
  it('migrate brings an older board up, beside it or in its place', () => {
    const old = file('old7.json', { ...marketCartBoard() });
    expect(JSON.parse(run('migrate', old).stdout).formatVersion).toBe(BOARD_FORMAT_VERSION);
    expect(run('migrate', old, '--write').stderr).toContain(`format version ${BOARD_FORMAT_VERSION}`);
    expect(JSON.parse(readFileSync(old, 'utf8'))).toEqual(marketCartBoard());
  });
  it('import takes boards in with a key, and says the server’s own words when it may not', async () => {
    const asked: { key: string | undefined; name: string }[] = [];
    const server = createServer((req, res) => {
      let text = '';
      req.on('data', (piece) => {
        text += piece;
      });
      req.on('end', () => {
        asked.push({ key: req.headers.authorization, name: JSON.parse(text).brief.jobName });
        const may = req.headers.authorization === 'Bearer omk_right';
        res.writeHead(may ? 201 : 401, { 'content-type': 'application/json' });
        res.end(JSON.stringify(may ? { job: { id: 'jb_1', number: 407 } } : { problems: ['this key opens nothing'] }));
      });
    });
    await new Promise<void>((go) => server.listen(0, '127.0.0.1', go));
    const at = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
    const taken = await runBeside({ OMBRIK_KEY: 'omk_right' }, 'import', good, '--server', at);
    expect([taken.status, taken.stdout]).toEqual([0, `${good}: job 407, ${at}/jobs/jb_1/brief\n`]);
    const refused = await runBeside({ OMBRIK_KEY: 'omk_wrong' }, 'import', good, '--server', at);
    expect([refused.status, refused.stderr]).toEqual([2, `${good} was refused:\n  this key opens nothing\n`]);
    expect((await runBeside({ OMBRIK_KEY: '' }, 'import', good, '--server', at)).status).toBe(2);
    expect(asked.map((a) => a.name)).toEqual(['Market cart box', 'Market cart box']);
    server.close();
  });
  it('serve without a database says what it wants', () => {
    const { status, stderr, stdout } = spawnSync(process.execPath, [bin, 'serve'], {
      encoding: 'utf8',
      env: { ...process.env, DATABASE_URL: '' },
    });
    expect(status).not.toBe(0);
    expect(stderr + stdout).toContain('DATABASE_URL is missing');
  });
  it('a shell is told what completes it, and what is typed wrong ends with 2', () => {
    expect(run('complete', 'bash').stdout).toContain('ombrik');
    expect(run('complete', '--', 'fin').stdout).toContain('findings');
    expect(run('nothing-of-the-kind').status).toBe(2);
    expect(run('--help')).toMatchObject({ status: 0, stdout: expect.stringContaining('Ends with 0 when all is well') });
  });
});
