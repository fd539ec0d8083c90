import { spawnSync } from 'node:child_process';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { say } from './lib/say.mjs';

/** npm run lint: style and length of functions, what nobody uses, and arrows between rooms that point up. */
const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');
const STEPS = [
  ['biome', 'check', '--error-on-warnings', '.'],
  ['knip', '--no-progress'],
  ['depcruise', '--config', '.dependency-cruiser.mjs', 'core/src', 'server/src'],
  // The rooms of the web application: its files are read by a test, for the tool above cannot read them.
  ['vitest', 'run', '--project', 'web', '--reporter=dot', 'web/src/rooms.test.ts'],
];
const bad = STEPS.filter((args) => {
  say(`-- ${args[0]}`);
  return spawnSync('npx', args, { cwd: root, stdio: 'inherit' }).status !== 0;
});
say('-- notices');
if (spawnSync('node', ['scripts/notices.mjs', '--check'], { cwd: root, stdio: 'inherit' }).status !== 0)
  bad.push(['notices']);
process.exit(bad.length > 0 ? 1 : 0);
