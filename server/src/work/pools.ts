import { availableParallelism } from 'node:os';
import type { Worker } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { refuse } from '../refusal.ts';
import type { Tasks } from './tasks.ts';

/** The longest a board may take to be worked out or printed, ms. */
const LONGEST_MS = 60_000;
/** The longest the checks of one edit may take, ms. */
const LONGEST_QUICK_MS = 20_000;
/** What one thread may hold, MB. */
const MOST_MB = 1024;

/** Threads, and when the first of them stands: reading its sources takes longer than most of what it is asked. */
interface Threads {
  pool: Piscina;
  up: Promise<void>;
}

function threads(count: number, niceness: number): Threads {
  const pool = new Piscina({
    filename: new URL('./thread.ts', import.meta.url).href,
    // Sources are read as they are, in threads as in the process.
    workerData: { niceness },
    execArgv: ['--import', 'tsx'],
    // All of them, always: one that is started while somebody waits takes seconds.
    minThreads: count,
    maxThreads: count,
    maxQueue: 400,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MB },
  });
  const done = () => {};
  // One that could not start keeps nobody waiting: what is asked next starts another.
  return { pool, up: pool.run({ name: 'stand', args: null }).then(done, done) };
}

/** Deriving and printing on some threads, edits on one of their own: a long paper holds no edit up. */
let long: Threads | null = null;
let quick: Threads | null = null;
/** Two at least: what is quickly derived does not wait for the end of a large board. */
const longThreads = () => (long ??= threads(Math.max(2, availableParallelism() - 1), 10));
const quickThreads = () => (quick ??= threads(1, 5));

/** Starts the threads, so that the first who asks does not wait for them. */
export function startWork(): void {
  longThreads();
  quickThreads();
}

type Result<N extends keyof Tasks> = Awaited<ReturnType<Tasks[N]>>;
type Args<N extends keyof Tasks> = Parameters<Tasks[N]>[0];

async function run<N extends keyof Tasks>(
  { pool, up }: Threads,
  name: N,
  args: Args<N>,
  ms: number,
  died = 0,
): Promise<Result<N>> {
  await up;
  try {
    return await pool.run({ name, args }, { signal: AbortSignal.timeout(ms) });
  } catch (error) {
    const { name: kind, code, message } = error as { name?: string; code?: string; message: string };
    if (kind === 'AbortError' || kind === 'TimeoutError')
      return refuse(503, `this took longer than ${ms / 1000} s and was given up; nothing was changed`);
    if (code === 'ERR_WORKER_OUT_OF_MEMORY')
      return refuse(503, `this needs more than ${MOST_MB} MB and was given up; nothing was changed`);
    if (error instanceof RangeError && /call stack/.test(message))
      return refuse(422, 'what was sent is nested too deep; accepted: what the application itself sends');
    // A thread that died under it takes nothing with it: what it was asked has changed nothing yet. Where all
    // die at once the next may be dying as well, so it is asked of as many as there are, and of one new one.
    if (died <= pool.options.maxThreads && /worker (thread )?(exited|terminated)|terminating worker/i.test(message))
      return run({ pool, up }, name, args, ms, died + 1);
    if (/task queue/i.test(message)) return refuse(503, 'too much is being worked out at once; try again in a moment');
    throw error;
  }
}

/** Runs a task that may take seconds, beside the requests of others. @throws Refusal past its time or memory */
export function longWork<N extends keyof Tasks>(name: N, args: Args<N>, ms = LONGEST_MS): Promise<Result<N>> {
  return run(longThreads(), name, args, ms);
}

/** Runs a task somebody waits for with their hand still on the board. @throws Refusal past its time or memory */
export function quickWork<N extends keyof Tasks>(name: N, args: Args<N>): Promise<Result<N>> {
  return run(quickThreads(), name, args, LONGEST_QUICK_MS);
}

/** The threads that stand now. */
export const standing = (): Worker[] => [long, quick].flatMap((t) => t?.pool.threads ?? []);

/** Ends the threads; what is asked afterwards starts new ones. */
export async function endWork(): Promise<void> {
  const ended = [long, quick];
  long = null;
  quick = null;
  await Promise.all(ended.map((t) => t?.pool.destroy()));
}
