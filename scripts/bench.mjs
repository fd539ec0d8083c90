import { spawnSync } from 'node:child_process';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { checkNode } from './lib/checkNode.mjs';
import { ensureDebian } from './lib/debian.mjs';
import { installPackages } from './lib/installPackages.mjs';

/** npm run bench: timings as ratios against a reference in the same run. */
checkNode();
const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');
installPackages(root);
ensureDebian(['ngspice']);
process.exitCode =
  spawnSync('node', ['--import', 'tsx', 'bench/src/main.ts'], { cwd: root, stdio: 'inherit' }).status ?? 1;
