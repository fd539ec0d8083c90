import { execFileSync } from 'node:child_process';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { checkNode } from './lib/checkNode.mjs';
import { dataFolder, startCluster } from './lib/cluster.mjs';
import { ensureDebian } from './lib/debian.mjs';
import { installPackages } from './lib/installPackages.mjs';

/** npm run reset-demo: empties the demo's database and seeds it anew; works while the demo runs. */
checkNode();
const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');
installPackages(root);
let cluster = null;
if (!process.env.DATABASE_URL) {
  ensureDebian(['postgresql']);
  cluster = await startCluster(dataFolder(root));
}
try {
  execFileSync('node', ['--import', 'tsx', 'server/src/resetDemo.ts'], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, DATABASE_URL: process.env.DATABASE_URL ?? cluster.url },
  });
} catch {
  process.exitCode = 1;
} finally {
  cluster?.stop();
}
