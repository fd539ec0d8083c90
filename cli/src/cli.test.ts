import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
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
});
