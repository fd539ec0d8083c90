import { execFileSync } from 'node:child_process';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { checkNode } from './lib/checkNode.mjs';
import { installPackages } from './lib/installPackages.mjs';

/** npm run first-user -- --workshop NAME --name NAME --email ADDRESS: starts an empty workshop of one's own. */
checkNode();
const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');
installPackages(root);
try {
  execFileSync('node', ['--import', 'tsx', 'server/src/firstUser.ts', ...process.argv.slice(2)], {
    cwd: root,
    stdio: 'inherit',
  });
} catch {
  process.exitCode = 1;
}
