import { writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { fileURLToPath } from 'node:url';
import { loadTable } from './load.ts';

/** A shop of a hundred people on two thousand boards, on one process; prints and keeps docs/benchmarks-load.md. */
const { OMBRIK_URL: url, OMBRIK_PID: pid, OMBRIK_SECONDS: seconds = '600' } = process.env;
if (!url || !pid)
  throw new Error('OMBRIK_URL and OMBRIK_PID are missing; "npm run bench -- load" starts a server and says them.');
const lines = await loadTable(url, Number(pid), Number(seconds));
for (const line of lines) console.log(line);
if (process.env.OMBRIK_KEEP === '1')
  writeFileSync(
    fileURLToPath(new URL('../../../docs/benchmarks-load.md', import.meta.url)),
    `# A hundred people on two thousand boards

Command: \`npm run bench -- load\`. One run of ${seconds} s on ${cpus().length} × ${cpus()[0]?.model.trim() ?? 'unknown processor'}, Node ${process.versions.node}; one server process, the database and all the people on the same machine.

${lines.join('\n')}
`,
  );
