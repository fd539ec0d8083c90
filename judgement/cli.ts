import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { report } from './report.ts';

/** `npm run judgement`: writes docs/judgement.md and says how many verdicts did not hold. */
const { page, failures } = report();
writeFileSync(fileURLToPath(new URL('../docs/judgement.md', import.meta.url)), page);
process.stdout.write(`${page.trimEnd().split('\n').at(-1)}\n`);
process.exitCode = failures > 0 ? 1 : 0;
