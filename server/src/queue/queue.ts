import { EventEmitter } from 'node:events';
import { Logger as QueueLogger, type Runner, run, type Task, type TaskList, type WorkerEvents } from 'graphile-worker';
import type { Knex } from 'knex';
import pg from 'pg';
import type { Logger } from 'pino';
import { inWorkshop } from '../database/inWorkshop.ts';
import type { Queued } from './addToQueue.ts';
import { type Living, openLiving } from './living.ts';

/** What is done of an entry: worked out first, as long as it takes, then kept in one short transaction. */
type Work<N extends keyof Queued> = (db: Knex, args: Queued[N]) => Promise<(trx: Knex) => Promise<unknown>>;
export type Works = { readonly [N in keyof Queued]: Work<N> };

/** So many entries one server works at once: what they work out shares its threads with what people ask. */
const AT_ONCE = 3;
/** At a quiet hour, UTC. */
const DAILY = '17 3 * * *';

const LEVELS = { error: 'error', warning: 'warn', info: 'debug', debug: 'trace' } as const;

interface Entry {
  workshopId: string;
  args: unknown;
}

/**
 * An entry that is worked may be worked again: its worker died before it could say that it was done. What it keeps is kept
 * once all the same, for the note that it was done is kept with it.
 */
const once =
  <N extends keyof Queued>(serving: Knex, work: Work<N>): Task =>
  async (payload, { job }) => {
    const { workshopId, args } = payload as unknown as Entry;
    const db = inWorkshop(serving, workshopId);
    const keep = await work(db, args as Queued[N]);
    await db.transaction(async (trx) => {
      const note = await trx('queue_done')
        .insert({ entry: job.id })
        .onConflict(['workshop_id', 'entry'])
        .ignore()
        .returning('entry');
      if (note.length > 0) await keep(trx);
    });
  };

interface Options {
  /** Of who owns the database: the queue is of all workshops. */
  url: string;
  /** Connections of the application's role. */
  serving: Knex;
  log: Logger;
  works: Works;
  /** What one of the servers does once a day. */
  daily: () => Promise<void>;
}

/** Works what is in the queue of this database, beside every other server that does. */
export async function openQueue({ url, serving, log, works, daily }: Options): Promise<{ stop: () => Promise<void> }> {
  const pgPool = new pg.Pool({ connectionString: url, max: AT_ONCE + 2, application_name: 'ombrik queue' });
  // A connection that broke is made anew when it is next needed.
  pgPool.on('error', (err) => log.warn({ err }, 'lost a connection of the queue'));
  const living = await openLiving(url, log);
  const events = new EventEmitter() as WorkerEvents;
  events.on('worker:create', ({ worker }) => void living.begin(worker.workerId));
  const tasks: Record<string, Task> = { daily };
  for (const name of Object.keys(works) as (keyof Queued)[])
    tasks[name] = once(serving, works[name] as Work<keyof Queued>);
  const runner: Runner = await run({
    pgPool,
    events,
    concurrency: AT_ONCE,
    noHandleSignals: true,
    pollInterval: 2000,
    taskList: tasks as TaskList,
    crontab: `${DAILY} daily ?max=3`,
    logger: new QueueLogger((scope) => (level, message) => log[LEVELS[level]]({ queue: scope.label }, message)),
  });
  // Whatever ends it by itself is said; who watches over the server sees it in the log.
  void runner.promise.catch((err) => log.error({ err }, 'the queue is not worked any more'));
  return { stop: () => stopped(runner, living, pgPool) };
}

async function stopped(runner: Runner, living: Living, pgPool: pg.Pool): Promise<void> {
  await runner.stop().catch(() => {});
  await living.close();
  await pgPool.end();
}
