import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

/** What the first screen fetches: script and style that the page names; and what each station adds to it. */
const dist = resolve(import.meta.dirname ?? '.', 'web/dist');

/** Pieces and all that comes with them unasked. */
function withImports(first) {
  const queue = [...first];
  const seen = new Set();
  for (const path of queue) {
    if (seen.has(path)) continue;
    seen.add(path);
    if (!path.endsWith('.js')) continue;
    const text = readFileSync(join(dist, path), 'utf8');
    const imports = [
      ...text.matchAll(/(?:^|[;}\s])(?:import|export)[^'"();]*from\s*["']\.\/([^"']+)["']/g),
      ...text.matchAll(/(?:^|[;}\s])import\s*["']\.\/([^"']+)["']/g),
    ];
    queue.push(...imports.map(([, name]) => `/assets/${name}`));
  }
  return seen;
}

function firstScreen() {
  const page = join(dist, 'index.html');
  if (!existsSync(page)) throw new Error(`${page} is not there: build the web application first (npm run demo does)`);
  return withImports(
    [...readFileSync(page, 'utf8').matchAll(/(?:src|href)="(\/assets\/[^"]+\.(?:js|css))"/g)].map((m) => m[1]),
  );
}

/** What a station fetches when it is first opened, beyond what the wall has fetched. On a slow machine bytes are time. */
function station(name) {
  const pieces = readdirSync(join(dist, 'assets')).filter((f) =>
    new RegExp(`^(JobShell|${name}Station)-.*\\.js$`).test(f),
  );
  if (pieces.length !== 2) throw new Error(`the pieces of ${name} are not there: ${pieces.join(', ') || 'none'}`);
  return [...withImports(pieces.map((f) => `/assets/${f}`))].filter((path) => !wall.has(path));
}

const wall = firstScreen();
const onDisk = (paths) => [...paths].map((path) => join('web/dist', path));
// What they take today and a little: each may only fall.
const STATION_KB = { Brief: 142, Power: 226, Circuit: 247, Board: 226, Cables: 151, Build: 181, Test: 149, Ship: 135 };

export default [
  { name: 'first screen, script and style', path: onDisk(wall), gzip: true, limit: '160 kB' },
  ...Object.entries(STATION_KB).map(([name, kB]) => ({
    ...{ name: `${name} opened first`, path: onDisk(station(name)), gzip: true, limit: `${kB} kB` },
  })),
];
