import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

/** npm run notices: writes NOTICES.md, the licences of every package that is shipped or served with; --check only compares. */
const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');
const read = (path) => JSON.parse(readFileSync(join(root, path), 'utf8'));
const lock = read('package-lock.json').packages;

/** Folders of what a workspace needs when it runs, with what that needs in turn. */
function reached() {
  const seen = new Set();
  const resolveFrom = (from, name) => {
    for (let at = from; ; at = at.includes('/node_modules/') ? at.slice(0, at.lastIndexOf('/node_modules/')) : '') {
      const path = at === '' ? `node_modules/${name}` : `${at}/node_modules/${name}`;
      if (lock[path]) return path;
      if (at === '') return null;
    }
  };
  const walk = (path) => {
    const entry = lock[path];
    if (!entry || seen.has(path)) return;
    if (entry.link) return walk(entry.resolved);
    if (path.includes('node_modules/')) seen.add(path);
    for (const name of Object.keys({ ...entry.dependencies, ...entry.optionalDependencies })) {
      const found = resolveFrom(path, name);
      if (found) walk(found);
    }
  };
  for (const workspace of ['core', 'server', 'web', 'cli', 'demo']) walk(workspace);
  return [...seen].sort((a, b) => a.localeCompare(b, 'en'));
}

// What only one kind of machine installs is left out: it need not be there.
const lines = reached()
  .filter((path) => !lock[path].os && !lock[path].cpu && !lock[path].libc)
  .map((path) => {
    const name = path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length);
    const { version, license } = lock[path];
    return `| ${name} | ${version} | ${license ?? 'see its own file'} |`;
  });
const text = `# Notices

Ombrik is made with these packages and ships with what it serves of them, each under its own licence, whose whole text, with
who holds the rights, stands in the package. Written by \`npm run notices\` from the lock file; nobody edits it by hand.

| package | version | licence |
| --- | --- | --- |
${[...new Set(lines)].join('\n')}
`;
const file = join(root, 'NOTICES.md');
if (process.argv.includes('--check')) {
  const kept = existsSync(file) ? readFileSync(file, 'utf8') : '';
  if (kept !== text) {
    console.error('NOTICES.md is not of the packages in the lock file: run "npm run notices"');
    process.exit(1);
  }
} else writeFileSync(file, text);
