import { fork } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { share } from '../measure.ts';
import { ATTACKS } from './attacks.ts';
import { comeIn } from './client.ts';
import { longestWait } from './heldUp.ts';
import { boardOfParts } from './manyParts.ts';

const RUN_MS = 8_000;

/** What others wait for while somebody means ill. @returns lines of a table */
export async function hostileTable(url: string): Promise<string[]> {
  const mira = await comeIn(url, 'pe_designer');
  const other = await comeIn(url, 'pe_assembler');
  const { job } = await mira.post('/api/jobs/import', boardOfParts(20));
  const looks = async (until: number): Promise<number[]> => {
    const took: number[] = [];
    while (performance.now() < until) {
      const began = performance.now();
      const answer = await other.get(`/api/jobs/${job.id}`);
      await answer.arrayBuffer();
      if (!answer.ok) throw new Error(`a job answered ${answer.status} beside an attack`);
      took.push(performance.now() - began);
      await new Promise((go) => setTimeout(go, 25));
    }
    return took;
  };
  await looks(performance.now() + 1500);
  let still = Number.NaN;
  const row = async (what: string, which: number | null) => {
    await longestWait(mira);
    const until = performance.now() + RUN_MS;
    // In a process of their own: what they take to write their bodies down holds nobody else's answers up.
    const attack =
      which === null
        ? Promise.resolve({})
        : new Promise<Record<string, number>>((done, failed) => {
            const attack = { url, cookie: mira.cookie, jobId: job.id, which, ms: RUN_MS };
            const hands = fork(fileURLToPath(new URL('./attacks.ts', import.meta.url)), {
              execArgv: ['--import', 'tsx'],
              env: { ...process.env, OMBRIK_ATTACK: JSON.stringify(attack) },
            });
            hands.once('message', (said) => done(said as Record<string, number>));
            hands.once('exit', (code) => code && failed(new Error(`the attack ended with ${code}`)));
          });
    const [took, answers] = await Promise.all([looks(until), attack]);
    const wait = await longestWait(mira);
    const late = share(took, 0.95);
    if (which === null) still = late;
    const said =
      Object.entries(answers)
        .map(([status, n]) => `${n} × ${status}`)
        .join(', ') || '—';
    return `| ${what} | ${said} | ${late.toFixed(0)} ms | ${(late / still).toFixed(1)} × | ${Math.max(...took).toFixed(0)} ms | ${wait.toFixed(0)} ms |`;
  };
  const lines: string[] = [
    '| what is sent, by four at once | answers | another’s look, 95 of 100 | against nothing | the longest | the loop waited at most |',
    '| --- | --- | --- | --- | --- | --- |',
    await row('nothing', null),
  ];
  for (const [n, { what }] of ATTACKS.entries()) lines.push(await row(what, n));
  return lines;
}
