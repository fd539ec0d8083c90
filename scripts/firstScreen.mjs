import { readFileSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import { say } from './lib/say.mjs';

/** How much script and style the first screen fetches, gzipped; ends with an error where it is more than it may be. */
const MOST_KB = 200;
const dist = join(resolve(dirname(fileURLToPath(import.meta.url)), '..'), 'web/dist');
const page = readFileSync(join(dist, 'index.html'), 'utf8');
const wanted = [...page.matchAll(/(?:src|href)="(\/assets\/[^"]+\.(?:js|css))"/g)].map((m) => m[1]);
// What the entry imports comes with it, whether the page says so or not.
const seen = new Set();
const queue = [...wanted];
for (const path of queue) {
  if (seen.has(path)) continue;
  seen.add(path);
  if (!path.endsWith('.js')) continue;
  const text = readFileSync(join(dist, path), 'utf8');
  for (const [, name] of text.matchAll(/(?:^|[;}\s])(?:import|export)[^'"();]*from\s*["']\.\/([^"']+)["']/g))
    queue.push(`/assets/${name}`);
  for (const [, name] of text.matchAll(/(?:^|[;}\s])import\s*["']\.\/([^"']+)["']/g)) queue.push(`/assets/${name}`);
}
let kb = 0;
for (const path of seen) {
  const file = join(dist, path);
  const own = gzipSync(readFileSync(file)).length / 1024;
  kb += own;
  say(`${own.toFixed(1).padStart(8)} kB of ${(statSync(file).size / 1024).toFixed(0)} kB  ${path}`);
}
say(`first screen: ${kb.toFixed(0)} kB gzipped script and style; at most ${MOST_KB} kB`);
process.exit(kb > MOST_KB ? 1 : 0);
