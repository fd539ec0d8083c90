import { spawnSync } from 'node:child_process';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { checkNode } from './lib/checkNode.mjs';
import { ensureDebian } from './lib/debian.mjs';
import { installPackages } from './lib/installPackages.mjs';

/** npm run bench: timings as ratios against a reference in the same run. */
checkNode();
const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');
installPackages(root);
ensureDebian(['ngspice']);
// Bundled as what is served is: a runner that translates on the fly adds work of its own to every call.
const { build } = await import('vite');
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
process.exitCode = spawnSync('node', [join(folder, 'main.mjs')], { cwd: root, stdio: 'inherit' }).status ?? 1;
