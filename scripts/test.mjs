import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { checkNode } from './lib/checkNode.mjs';
import { startCluster } from './lib/cluster.mjs';
import { ensureDebian } from './lib/debian.mjs';
import { fallen } from './lib/fallen.mjs';
import { installPackages } from './lib/installPackages.mjs';
import { runServer } from './lib/runServer.mjs';
import { say } from './lib/say.mjs';

/** npm test: installs what is missing, then lint, types, Vitest and Playwright; ends with one line of counts. */
checkNode();
const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');
installPackages(root);
ensureDebian([
  'postgresql',
  'chromium',
  'ngspice',
  'systemd',
  'openssl',
  'nginx-light',
  'units',
  'glpk-utils',
  'poppler-utils',
  'python3-ezdxf',
  'python3-pyvisa-py',
  'python3-pymodbus',
  'python3-serial-asyncio',
]);

const folder = mkdtempSync(join(tmpdir(), 'ombrik-test-'));
// PostgreSQL runs as another user and has to reach its folder below this one.
chmodSync(folder, 0o755);
const env = { ...process.env };
delete env.DATABASE_URL;
if (process.argv.includes('--full')) env.OMBRIK_FULL = '1';
const cluster = await startCluster(join(folder, 'cluster'), { throwaway: true });
let server = null;
const leave = (code) => {
  server?.kill('SIGKILL');
  cluster.stop();
  rmSync(folder, { recursive: true, force: true });
  process.exit(code);
};
process.on('SIGINT', () => leave(130));
process.on('SIGTERM', () => leave(143));

const failures = [];
const step = (name, command, args, extra = {}) => {
  say(`\n== ${name}`);
  const began = Date.now();
  const { status } = spawnSync(command, args, {
    cwd: root,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...env, ...extra },
  });
  say(`== ${name}: ${status === 0 ? 'good' : 'FAILED'} in ${((Date.now() - began) / 1000).toFixed(0)} s`);
  if (status !== 0) failures.push(name);
};
const report = (file) => {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return null;
  }
};

step('lint', 'node', ['scripts/lint.mjs']);
step('types', 'npx', ['tsc', '-p', 'tsconfig.json']);
const vitestFile = join(folder, 'vitest.json');
step('Vitest', 'npx', ['vitest', 'run', '--reporter=dot', '--reporter=json', `--outputFile.json=${vitestFile}`], {
  TEST_DATABASE_URL: cluster.url,
});
step('build', 'npx', ['vite', 'build', 'web', '--logLevel', 'warn']);
step('first screen', 'npx', ['size-limit']);

const playwrightFile = join(folder, 'playwright.json');
try {
  const running = await runServer(root, { DATABASE_URL: cluster.url, PORT: '0', OMBRIK_DEMO: '1' });
  server = running.child;
  // The server runs in this process group, so Playwright must not block it: spawn, not spawnSync.
  say('\n== Playwright');
  const code = await new Promise((done) => {
    const child = spawn('npx', ['playwright', 'test', '--config', 'e2e/playwright.config.ts'], {
      cwd: root,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: {
        ...env,
        OMBRIK_URL: `http://127.0.0.1:${running.port}`,
        OMBRIK_TEST_DATABASE_URL: cluster.url,
        PLAYWRIGHT_JSON_OUTPUT_NAME: playwrightFile,
        OMBRIK_TEST_OUTPUT: join(folder, 'playwright'),
      },
    });
    child.on('exit', done);
  });
  if (code !== 0) failures.push('Playwright');
} catch (error) {
  say(error.message);
  failures.push('Playwright');
}

const vitest = report(vitestFile);
const playwright = report(playwrightFile);
if (!vitest) failures.push('Vitest gave no report');
if (!playwright) failures.push('Playwright gave no report');
const passed = (vitest?.numPassedTests ?? 0) + (playwright?.stats.expected ?? 0) + (playwright?.stats.flaky ?? 0);
const failed =
  (vitest?.numFailedTests ?? 0) +
  (vitest?.numFailedTestSuites && !vitest.numFailedTests ? vitest.numFailedTestSuites : 0) +
  (playwright?.stats.unexpected ?? 0);
const skipped = (vitest?.numPendingTests ?? 0) + (playwright?.stats.skipped ?? 0);
if (skipped > 0) failures.push(`${skipped} tests were skipped`);
for (const line of fallen(vitest, playwright)) say(line);
if (failures.length > 0) say(`\nNot good: ${failures.join(', ')}`);
say(`\n${passed} passed, ${failed} failed`);
leave(failures.length > 0 || failed > 0 || passed === 0 ? 1 : 0);
