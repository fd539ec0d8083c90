import { writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { fileURLToPath } from 'node:url';
import { loadTable } from './load.ts';
import { PROJECTED, projectionTable } from './projection.ts';
import { type Behind, throughputTable } from './throughput.ts';

/** A shop of a hundred people on two thousand boards, on one process; then several processes; keeps docs/benchmarks-load.md. */
const { OMBRIK_URL: url, OMBRIK_PIDS: pids, OMBRIK_SETS: sets, OMBRIK_SECONDS: seconds = '600' } = process.env;
if (!url || !pids || !sets)
  throw new Error('OMBRIK_URL, OMBRIK_PIDS and OMBRIK_SETS are missing; "npm run bench -- load" says them.');
const [pid = 0, databasePid = 0] = pids.split(' ').map(Number);
const told = (lines: readonly string[]) => {
  for (const line of lines) console.log(line);
  return lines.join('\n');
};
const throughput = told(await throughputTable(JSON.parse(sets) as Behind[]));
const { lines, cost } = await loadTable(url, { pid, databasePid }, Number(seconds));
const load = told(lines);
const projection = told(projectionTable(cost));
if (process.env.OMBRIK_KEEP === '1')
  writeFileSync(
    fileURLToPath(new URL('../../../docs/benchmarks-load.md', import.meta.url)),
    `# Benchmarks of load

Command: \`npm run bench -- load\`. One run on ${cpus().length} × ${cpus()[0]?.model.trim() ?? 'unknown processor'}, Node ${process.versions.node}; servers, proxy, database and all the people share this one machine.

## A hundred people on two thousand boards, one process

${seconds} s. Each person has a page open with its line and does something every 8 s on average; every edit is followed by the dossier their page asks for. Alone is one person after another with nobody else there.

${load}

## Several processes behind the proxy

24 hands that ask again as soon as they are answered, one in five times an edit, each at a board of 20 parts. The database, the proxy and the hands need cores as well, so on a machine of few cores the last column says more than the second: as long as it stays, each further core brings as much as the one before.

${throughput}

## Many workshops, projected

Not measured: one busy minute, deed by deed, with what one deed was measured to cost above (${cost.serverMs.toFixed(1)} ms of a server's core, ${cost.databaseMs.toFixed(1)} ms of a database's), workshops of ${PROJECTED.people.join(', ')} people alike often, ${PROJECTED.atWork * 100} % of all people at work at once, each doing something every ${PROJECTED.thinkMs / 1000} s, cores busy for ${PROJECTED.busy * 100} % of the time. It holds as long as no workshop waits for another in the database, which is what the walls between them are for.

${projection}
`,
  );
