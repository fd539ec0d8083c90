import { setPriority } from 'node:os';
import { move, workerData } from 'piscina';
import { type Tasks, tasks } from './tasks.ts';

// Where there are fewer processors than threads, answering somebody comes before working. Linux gives every thread a
// niceness of its own; elsewhere this would slow the answering thread as well.
const { niceness } = workerData as { niceness: number };
if (process.platform === 'linux') setPriority(0, niceness);

/** What a thread runs: a task by its name. Bytes are handed over, everything else is copied. */
export default async <N extends keyof Tasks>({ name, args }: { name: N; args: Parameters<Tasks[N]>[0] }) => {
  const work = tasks[name] as (given: typeof args) => unknown;
  const result = await work(args);
  return result instanceof Uint8Array && result.byteLength === result.buffer.byteLength
    ? move(result as never)
    : result;
};
