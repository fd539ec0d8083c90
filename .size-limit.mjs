import { existsSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

/** What the first screen fetches: script and style that the page names, and all that comes with it unasked. */
const dist = resolve(import.meta.dirname ?? '.', 'web/dist');

function firstScreen() {
  const page = join(dist, 'index.html');
  if (!existsSync(page)) throw new Error(`${page} is not there: build the web application first (npm run demo does)`);
  const queue = [...readFileSync(page, 'utf8').matchAll(/(?:src|href)="(\/assets\/[^"]+\.(?:js|css))"/g)].map(
    (m) => m[1],
  );
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
  return [...seen].map((path) => join('web/dist', path));
}

export default [{ name: 'first screen, script and style', path: firstScreen(), gzip: true, limit: '200 kB' }];
