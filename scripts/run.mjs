import { spawnSync } from 'node:child_process';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { checkNode } from './lib/checkNode.mjs';
import { installPackages } from './lib/installPackages.mjs';

/** Runs one of the server's commands with what it needs installed: `node scripts/run.mjs server/src/firstUser.ts …`. */
checkNode();
const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');
installPackages(root);
const [file, ...args] = process.argv.slice(2);
const { status } = spawnSync('node', ['--import', 'tsx', resolve(root, file), ...args], {
  cwd: root,
  stdio: 'inherit',
});
process.exitCode = status ?? 1;
