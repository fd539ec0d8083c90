import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { validate } from 'dockerfile-utils';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { root } from '../testing/serverProcess.ts';

const deploy = `${root}deploy/`;
const text = (name: string): string => readFileSync(deploy + name, 'utf8');

/** Units and container file, by their own linters. */
describe('what a server is run by', () => {
  let folder = '';
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), 'ombrik-units-'));
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('systemd finds nothing wrong with the units', () => {
    const units = readdirSync(deploy).filter((f) => /\.(service|timer)$/.test(f));
    expect(units).toHaveLength(3);
    // Node is where it is on this machine.
    for (const unit of units)
      writeFileSync(join(folder, unit), text(unit).replaceAll('/usr/bin/node', process.execPath));
    const { status, stdout, stderr } = spawnSync('systemd-analyze', ['verify', ...units.map((u) => join(folder, u))], {
      encoding: 'utf8',
    });
    const ours = `${stdout}${stderr}`.split('\n').filter((l) => l.includes('ombrik'));
    expect([ours, status]).toEqual([[], 0]);
    writeFileSync(join(folder, 'bent.service'), text('ombrik.service').replace('Restart=always', 'Restart=sometimes'));
    const bent = spawnSync('systemd-analyze', ['verify', join(folder, 'bent.service')], { encoding: 'utf8' });
    expect(bent.stderr).toMatch(/sometimes/);
  });
  it('the container file is well formed, runs as nobody special, and says whether it is well', () => {
    expect(validate(text('Containerfile')).map((d) => d.message)).toEqual([]);
    expect(validate('FRM x').length).toBeGreaterThan(0);
    expect(text('Containerfile')).toMatch(/^USER node$/m);
    expect(text('Containerfile')).toMatch(/^HEALTHCHECK /m);
  });
  it('every setting of the environment file is read by the program and told in the docs', () => {
    const sources = ['server/src/main.ts', 'server/src/wrongStart.ts']
      .map((f) => readFileSync(root + f, 'utf8'))
      .join('');
    const docs = readFileSync(`${root}docs/running.md`, 'utf8');
    const names = [...text('ombrik.env').matchAll(/^([A-Z_]+)=/gm)].map((m) => m[1]!);
    expect(names.length).toBeGreaterThan(4);
    for (const name of names) {
      expect(sources, name).toContain(`env.${name}`);
      expect(docs, name).toContain(`\`${name}\``);
    }
  });
});
