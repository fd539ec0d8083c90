import { spawn } from 'node:child_process';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { checkNode } from './lib/checkNode.mjs';
import { dataFolder, freePort, startCluster } from './lib/cluster.mjs';
import { ensureDebian } from './lib/debian.mjs';
import { installPackages } from './lib/installPackages.mjs';
import { say } from './lib/say.mjs';

/** npm run dev: the demo's database, the server restarting on change, Vite with hot reload. */
checkNode();
const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');
installPackages(root);
let cluster = null;
if (!process.env.DATABASE_URL) {
  ensureDebian(['postgresql']);
  cluster = await startCluster(dataFolder(root));
}
const apiPort = await freePort(4171);
const env = { ...process.env, DATABASE_URL: process.env.DATABASE_URL ?? cluster.url, OMBRIK_DEMO: '1' };
const children = [
  spawn('npx', ['tsx', 'watch', '--clear-screen=false', 'server/src/main.ts'], {
    cwd: root,
    stdio: 'inherit',
    env: { ...env, PORT: String(apiPort) },
  }),
  spawn('npx', ['vite', 'web', '--port', String(await freePort(Number(process.env.PORT ?? 4170)))], {
    cwd: root,
    stdio: 'inherit',
    env: { ...env, OMBRIK_API: `http://127.0.0.1:${apiPort}` },
  }),
];
say(`API at http://127.0.0.1:${apiPort}; open the address Vite prints.`);
let left = children.length;
const end = () => {
  for (const child of children) child.kill('SIGTERM');
};
process.on('SIGINT', end);
process.on('SIGTERM', end);
for (const child of children)
  child.on('exit', () => {
    left--;
    end();
    if (left === 0) {
      cluster?.stop();
      process.exit(0);
    }
  });
