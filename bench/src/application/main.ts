import { writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { fileURLToPath } from 'node:url';
import { dragTable } from './dragging.ts';
import { feltTable } from './felt.ts';
import { heldUpTable } from './heldUp.ts';
import { hostileTable } from './hostile.ts';
import { wallTable } from './wall.ts';

/** Times of the running application, against references of the same run; prints and keeps docs/benchmarks-application.md. */
const url = process.env.OMBRIK_URL;
if (!url)
  throw new Error('OMBRIK_URL is missing; accepted: the address of a running demo. "npm run bench" starts one.');
const heldUp = await heldUpTable(url);
for (const line of heldUp) console.log(line);
const hostile = await hostileTable(url);
for (const line of hostile) console.log(line);
const dragging = await dragTable(url);
for (const line of dragging) console.log(line);
const felt = await feltTable(url);
for (const line of felt.lines) console.log(line);
const wall = await wallTable(url);
for (const line of wall) console.log(line);
const text = `# Benchmarks of the running application

Command: \`npm run bench\`. One run on ${cpus().length} × ${cpus()[0]?.model.trim() ?? 'unknown processor'}, Node ${process.versions.node}, with browser, server and database on the same machine.

## Nobody is held up

A board of 390 parts is derived anew and printed, again and again, while another person edits a board of their own. The event loop's longest wait is the server's own reading (\`perf_hooks\`, every 10 ms), the reference the same while nothing else is asked. Goal: the loop never waits more than 50 ms for one request.

${heldUp.join('\n')}

## Nor by who means ill

What the guards refuse costs something too. Goal: what others look at waits at most 100 ms longer.

${hostile.join('\n')}

## Dragging a part

One of 300 parts is dragged over its board in headless Chromium, step by step; for each step what the browser spent in script, style and layout (its own counters), and the same for a pointer that only moves over the board. Goal: median at most 16.7 ms, 95 of 100 at most 33 ms.

${dragging.join('\n')}

## What one feels on a slow machine

The hut's board in headless Chromium whose processor is slowed four times by the browser's own protocol, painted without a graphics card; times are the page's own: the largest paint of the wall for a browser that has never been here, from the press on a station's name until it stands painted, and from a press to the next paint (Event Timing). Goals: 1.5 s, 300 ms, 100 ms.

${felt.lines.join('\n')}

${felt.over.length === 0 ? 'At four times all of it is within its goal.' : `At four times not within its goal yet: ${felt.over.join('; ')}.`}

## The wall

The wall reads one kept row a job, in pages. Few jobs are the demo's and those of the runs above, many are 2,000 orders more. Goal: at most 100 ms.

${wall.join('\n')}
`;
writeFileSync(fileURLToPath(new URL('../../../docs/benchmarks-application.md', import.meta.url)), text);
