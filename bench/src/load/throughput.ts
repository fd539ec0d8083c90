import { seededRandom } from '@ombrik/core/solvers/random';
import { comeIn } from '../application/client.ts';
import { boardOfParts } from '../application/manyParts.ts';
import { share } from '../measure.ts';
import { processorS } from './load.ts';

/** Server processes behind one proxy. */
export interface Behind {
  url: string;
  pids: number[];
}
const HANDS = 24;
const RUN_MS = 20_000;
const WARM_MS = 4000;
/** One in so many is an edit. */
const EDIT_EVERY = 5;

interface Ran {
  processes: number;
  perSecond: number;
  late: number;
  cores: number;
  perCoreSecond: number;
}

/** Hands that ask again as soon as they are answered, each at a board of its own. */
async function run({ url, pids }: Behind): Promise<Ran> {
  const mira = await comeIn(url, 'pe_designer');
  const jobs = await Promise.all(
    Array.from({ length: HANDS }, async () => (await mira.post('/api/jobs/import', boardOfParts(20))).job.id as string),
  );
  let took: number[] = [];
  const hands = (until: number) =>
    Promise.all(
      jobs.map(async (id, n) => {
        const { next } = seededRandom(n);
        let { revision } = await (await mira.get(`/api/jobs/${id}`)).json();
        while (performance.now() < until) {
          const began = performance.now();
          if (next() * EDIT_EVERY < 1) {
            revision = await mira.edit(id, revision, 'notes', `note ${revision}`);
          } else {
            const answer = await mira.get(`/api/jobs/${id}`);
            await answer.arrayBuffer();
            if (!answer.ok) throw new Error(`a job answered ${answer.status}`);
          }
          took.push(performance.now() - began);
        }
      }),
    );
  await hands(performance.now() + WARM_MS);
  took = [];
  const used = () => pids.reduce((sum, pid) => sum + processorS(pid), 0);
  const before = used();
  const began = performance.now();
  await hands(began + RUN_MS);
  const seconds = (performance.now() - began) / 1000;
  const cpu = used() - before;
  return {
    processes: pids.length,
    perSecond: took.length / seconds,
    late: share(took, 0.95),
    cores: cpu / seconds,
    perCoreSecond: took.length / cpu,
  };
}

/** What 1, 2 and more processes answer. @returns lines of a table */
export async function throughputTable(sets: readonly Behind[]): Promise<string[]> {
  const lines = [
    '| processes | answers a second | against one | 95 of 100 | cores they used | answers for each second of a core |',
    '| --- | --- | --- | --- | --- | --- |',
  ];
  let one: Ran | null = null;
  for (const set of sets) {
    const ran = await run(set);
    one ??= ran;
    lines.push(
      `| ${ran.processes} | ${ran.perSecond.toFixed(0)} | ${(ran.perSecond / one.perSecond).toFixed(2)} × | ${ran.late.toFixed(0)} ms | ${ran.cores.toFixed(2)} | ${ran.perCoreSecond.toFixed(0)} |`,
    );
  }
  return lines;
}
