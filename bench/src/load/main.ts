import { writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { startNginx } from '../../../scripts/lib/nginx.mjs';
import { runServer } from '../../../scripts/lib/runServer.mjs';
import { loadTable } from './load.ts';
import { PROJECTED, projectionTable } from './projection.ts';
import { type Behind, throughputTable } from './throughput.ts';

/**
 * A shop of a hundred people on two thousand boards, on one process that is there alone; then several processes behind one
 * proxy; keeps docs/benchmarks-load.md unless OMBRIK_KEEP is 0.
 */
const { DATABASE_URL, OMBRIK_SCRATCH, OMBRIK_DATABASE_PID, OMBRIK_SECONDS = '600', OMBRIK_KEEP = '1' } = process.env;
if (!DATABASE_URL || !OMBRIK_SCRATCH || !OMBRIK_DATABASE_PID)
  throw new Error('DATABASE_URL, OMBRIK_SCRATCH or OMBRIK_DATABASE_PID is missing; "npm run bench -- load" says them.');
const root = fileURLToPath(new URL('../../../', import.meta.url));
const seconds = Number(OMBRIK_SECONDS);
const told = (lines: readonly string[]) => {
  for (const line of lines) console.log(line);
  return lines.join('\n');
};
const servers: Awaited<ReturnType<typeof runServer>>[] = [];
const another = async (looked: Record<string, string> = {}) => {
  const server = await runServer(root, { DATABASE_URL, PORT: '0', OMBRIK_DEMO: '1', PROXIES: '1', ...looked });
  servers.push(server);
  return server;
};
/** What 1, 2 and 4 processes answer, behind a proxy each time. */
async function behindProxies(): Promise<string[]> {
  while (servers.length < 4) await another();
  const proxies: Awaited<ReturnType<typeof startNginx>>[] = [];
  const sets: Behind[] = [];
  for (const count of [1, 2, 4]) {
    const behind = servers.slice(0, count);
    const ports = behind.map((s) => s.port);
    const proxy = await startNginx(root, join(OMBRIK_SCRATCH!, `nginx-${count}`), ports);
    proxies.push(proxy);
    sets.push({ url: proxy.url, pids: behind.map((s) => s.child.pid!) });
  }
  try {
    return await throughputTable(sets);
  } finally {
    for (const proxy of proxies) await proxy.stop();
  }
}
const loopLooks = join(OMBRIK_SCRATCH, 'loop.jsonl');
const {
  child: { pid },
  port,
} = await another({
  NODE_OPTIONS: `--import ${new URL('./loopLook.mjs', import.meta.url)}`,
  OMBRIK_LOOP_LOOKS: loopLooks,
});
const shop = await loadTable(
  `http://127.0.0.1:${port}`,
  { pid: pid!, databasePid: Number(OMBRIK_DATABASE_PID), loopLooks },
  seconds,
);
const { cost } = shop;
const load = told(shop.lines);
const throughput = told(await behindProxies());
for (const { child } of servers) child.kill('SIGKILL');
const projection = told(projectionTable(cost));
if (OMBRIK_KEEP === '1')
  writeFileSync(
    join(root, 'docs/benchmarks-load.md'),
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
