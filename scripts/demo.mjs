import { execFileSync } from 'node:child_process';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { checkNode } from './lib/checkNode.mjs';
import { dataFolder, freePort, startCluster } from './lib/cluster.mjs';
import { ensureDebian } from './lib/debian.mjs';
import { installPackages } from './lib/installPackages.mjs';
import { runServer } from './lib/runServer.mjs';
import { say, stop } from './lib/say.mjs';

/** npm run demo: everything from a fresh checkout to a running workshop. */
checkNode();
const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');
installPackages(root);

let cluster = null;
let server = null;
let ending = false;
const end = (code = 0) => {
  if (ending) return;
  ending = true;
  const finish = () => {
    cluster?.stop();
    process.exit(code);
  };
  if (!server || server.exitCode !== null || server.signalCode !== null) return finish();
  server.once('exit', finish);
  server.kill('SIGTERM');
};
process.on('SIGINT', () => end());
process.on('SIGTERM', () => end());
process.on('SIGHUP', () => end());

let url = process.env.DATABASE_URL;
if (!url) {
  ensureDebian(['postgresql']);
  cluster = await startCluster(dataFolder(root));
  url = cluster.url;
}
say('Building the web application …');
execFileSync('npx', ['vite', 'build', 'web', '--logLevel', 'warn'], {
  cwd: root,
  stdio: ['ignore', 'inherit', 'inherit'],
});

const wanted = Number(process.env.PORT ?? 4170);
if (!Number.isInteger(wanted) || wanted < 1 || wanted > 65535) {
  cluster?.stop();
  stop(`PORT is "${process.env.PORT}"; accepted: a whole number from 1 to 65535`);
}
const port = await freePort(wanted);
if (port !== wanted) say(`Port ${wanted} is taken; using ${port}.`);
try {
  const running = await runServer(root, { DATABASE_URL: url, PORT: String(port), OMBRIK_DEMO: '1' });
  server = running.child;
  server.on('exit', (code, signal) => {
    if (!ending)
      say(`The server ended by itself (${signal ?? `code ${code}`}); the demo ends with it. Start it again.`);
    end(code || 1);
  });
} catch (error) {
  cluster?.stop();
  stop(error.message);
}
say('');
say(`Ombrik is open at  http://127.0.0.1:${port}`);
say('Sign in with one click, or with these (password for all: bench-demo):');
for (const [email, role] of [
  ['mira@teasel.example', 'owner, designer and more'],
  ['jonas@teasel.example', 'assembler'],
  ['ada@teasel.example', 'tester'],
  ['tomas@teasel.example', 'electrician'],
  ['edda@teasel.example', 'designer, assembler'],
  ['piet@teasel.example', 'viewer'],
])
  say(`  ${email.padEnd(24)} ${role}`);
say('A tablet changes hands by PIN: Jonas 4071, Ada 8120.');
say('Ctrl-C stops it. What you do is kept; "npm run reset-demo" puts the demo back.');
