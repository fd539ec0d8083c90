import { spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { checkNode } from './lib/checkNode.mjs';
import { startCluster } from './lib/cluster.mjs';
import { ensureDebian } from './lib/debian.mjs';
import { installPackages } from './lib/installPackages.mjs';
import { runServer } from './lib/runServer.mjs';

/**
 * npm run bench: timings as ratios against a reference in the same run. --application: only those of browser and server, or the tables of them named behind it.
 * -- load: a hundred people on two thousand boards.
 */
checkNode();
const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');
installPackages(root);
const { build } = await import('vite');

/** The core by itself, against the circuit simulator, solvers and the pinned core. */
async function core() {
  ensureDebian(['ngspice']);
  // Bundled as what is served is: a runner that translates on the fly adds work of its own to every call.
  const folder = join(root, 'bench/dist');
  await build({
    root,
    configFile: false,
    logLevel: 'warn',
    build: {
      ssr: 'bench/src/main.ts',
      outDir: folder,
      emptyOutDir: true,
      rollupOptions: { output: { entryFileNames: 'main.mjs' } },
    },
    ssr: { noExternal: [/^@ombrik/] },
  });
  // The pinned core beside it, bundled in its own tree.
  const prepared = spawnSync(
    process.execPath,
    ['--import', 'tsx', '-e', "import('./golden/pinned.ts').then((m) => console.log(m.pinnedAnswers().tree))"],
    { cwd: root, encoding: 'utf8', stdio: ['ignore', 'pipe', 'inherit'] },
  );
  const tree = prepared.stdout.trim().split('\n').at(-1);
  if (prepared.status === 0 && tree)
    await build({
      root: tree,
      configFile: false,
      logLevel: 'warn',
      build: {
        ssr: join(tree, 'pinnedCore.ts'),
        outDir: folder,
        emptyOutDir: false,
        rollupOptions: { output: { entryFileNames: 'pinned.mjs' } },
      },
      ssr: { noExternal: [/^@ombrik/] },
    });
  return spawnSync('node', [join(folder, 'main.mjs')], { cwd: root, stdio: 'inherit' }).status ?? 1;
}

/** Four processes hold up to 19 each: see docs/scaling.md. */
const CONNECTIONS = 100;

/** A folder and a cluster of its own for one bench; both are gone afterwards. */
async function onOwnCluster(work) {
  const scratch = mkdtempSync(join(tmpdir(), 'ombrik-bench-'));
  // PostgreSQL runs as another user and has to reach its folder below this one.
  chmodSync(scratch, 0o755);
  const cluster = await startCluster(join(scratch, 'cluster'), { throwaway: true, connections: CONNECTIONS });
  try {
    return await work(cluster, scratch);
  } finally {
    cluster.stop();
    rmSync(scratch, { recursive: true, force: true });
  }
}
/** Runs one of the benches against what has been started for it. @returns its exit code */
const runBench = (file, env, names = []) =>
  spawnSync('node', ['--import', 'tsx', file, ...names], {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  }).status;

/** The running application: browser, server, database. @param names tables to take anew; none is all of them */
async function application(names) {
  ensureDebian(['postgresql', 'chromium']);
  await build({ root: join(root, 'web'), logLevel: 'error' });
  return onOwnCluster(async (cluster) => {
    const { child, port } = await runServer(root, { DATABASE_URL: cluster.url, PORT: '0', OMBRIK_DEMO: '1' });
    try {
      return runBench('bench/src/application/main.ts', { OMBRIK_URL: `http://127.0.0.1:${port}` }, names);
    } finally {
      child.kill('SIGKILL');
    }
  });
}

/** A shop of people on one process, and what 1, 2 and 4 processes answer behind one proxy. */
async function load() {
  ensureDebian(['postgresql', 'nginx-light']);
  return onOwnCluster(async (cluster, scratch) =>
    runBench('bench/src/load/main.ts', {
      DATABASE_URL: cluster.url,
      OMBRIK_DATABASE_PID: String(cluster.pid()),
      OMBRIK_SCRATCH: scratch,
    }),
  );
}
if (process.argv.includes('load')) process.exit((await load()) ?? 1);
const at = process.argv.indexOf('--application');
process.exit((at > 0 ? 0 : await core()) || ((await application(at > 0 ? process.argv.slice(at + 1) : [])) ?? 1));
