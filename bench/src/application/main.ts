import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { fileURLToPath } from 'node:url';
import { dragTable } from './dragging.ts';
import { feltTable } from './felt.ts';
import { heldUpTable } from './heldUp.ts';
import { hostileTable } from './hostile.ts';
import { wallTable } from './wall.ts';

/**
 * Times of the running application, against references of the same run; prints and keeps docs/benchmarks-application.md.
 * With names behind it only those tables are taken anew, and the others stay as they were.
 */
const url = process.env.OMBRIK_URL;
if (!url)
  throw new Error('OMBRIK_URL is missing; accepted: the address of a running demo. "npm run bench" starts one.');

const TABLES: readonly { name: string; title: string; says: string; take: (url: string) => Promise<string[]> }[] = [
  {
    name: 'heldUp',
    title: 'Nobody is held up',
    says: "A board of 390 parts is derived anew and printed, again and again, while another person edits a board of their own. The event loop's longest wait is the server's own reading (`perf_hooks`, every 10 ms), the reference the same while nothing else is asked. Goal: the loop never waits more than 50 ms for one request.",
    take: heldUpTable,
  },
  {
    name: 'hostile',
    title: 'Nor by who means ill',
    says: 'What the guards refuse costs something too. Goal: what others look at waits at most 100 ms longer.',
    take: hostileTable,
  },
  {
    name: 'dragging',
    title: 'Dragging a part',
    says: 'One of 300 parts is dragged over its board in headless Chromium, step by step; for each step what the browser spent in script, style and layout (its own counters), and the same for a pointer that only moves over the board. Goal: median at most 16.7 ms, 95 of 100 at most 33 ms.',
    take: dragTable,
  },
  {
    name: 'felt',
    title: 'What one feels on a slow machine',
    says: "The hut's board in headless Chromium whose processor is slowed four times by the browser's own protocol, painted without a graphics card; times are the page's own: the largest paint of the wall for a browser that has never been here, from the press on a station's name until it stands painted, and from a press to the next paint (Event Timing). Goals: 1.5 s, 300 ms, 100 ms.",
    take: feltTable,
  },
  {
    name: 'wall',
    title: 'The wall',
    says: "The wall reads one kept row a job, in pages. Few jobs are the demo's and those of the runs above, many are 2,000 orders more. Goal: at most 100 ms.",
    take: wallTable,
  },
];
const asked = process.argv.slice(2);
const unknown = asked.filter((name) => !TABLES.some((t) => t.name === name));
if (unknown.length > 0)
  throw new Error(`no table is called ${unknown.join(', ')}; accepted: ${TABLES.map((t) => t.name).join(', ')}`);

const file = fileURLToPath(new URL('../../../docs/benchmarks-application.md', import.meta.url));
const kept = new Map(
  (existsSync(file) ? readFileSync(file, 'utf8') : '')
    .split(/^## /m)
    .slice(1)
    .map((text) => [text.slice(0, text.indexOf('\n')), text.trim()]),
);
const told: string[] = [];
for (const { name, title, says, take } of TABLES) {
  const old = kept.get(title);
  if (asked.length > 0 && !asked.includes(name) && old) {
    told.push(old);
    continue;
  }
  const lines = await take(url);
  for (const line of lines) console.log(line);
  told.push([title, '', says, '', ...lines].join('\n'));
}
writeFileSync(
  file,
  `# Benchmarks of the running application

Command: \`npm run bench\`; one table anew with \`npm run bench -- --application felt\`. On ${cpus().length} × ${cpus()[0]?.model.trim() ?? 'unknown processor'}, Node ${process.versions.node}, with browser, server and database on the same machine.

${told.map((text) => `## ${text}\n`).join('\n')}`,
);
