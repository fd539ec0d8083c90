import pg from 'pg';
import type { Logger } from 'pino';
import { LOCKS } from '../database/locks.ts';

/** What the connection that holds the locks is called, before the process it is of. */
export const HOLDER = 'ombrik queue, living, ';
const LOOK_EVERY_MS = 5000;
/** A worker that has just begun may not have said yet that it lives. */
const JUST_BEGUN = '10 seconds';

export interface Living {
  /** From now on this worker is known to live, as long as this server does. */
  begin(workerId: string): Promise<void>;
  close(): Promise<void>;
}

/**
 * Which workers of the queue live. Each holds a lock of the database as long as its server is connected; what a worker
 * without one had in hand is given back to the others, seconds after its server was killed and without anybody's clock.
 */
export async function openLiving(url: string, log: Logger): Promise<Living> {
  const own = new Set<string>();
  let client: pg.Client | null = null;
  let closed = false;
  const hold = (on: pg.Client, id: string) => on.query('SELECT pg_advisory_lock($1, hashtext($2))', [LOCKS.lives, id]);
  const connected = async (): Promise<pg.Client> => {
    if (client) return client;
    const made = new pg.Client({ connectionString: url, application_name: `${HOLDER}${process.pid}` });
    made.on('error', () => {
      if (client === made) client = null;
    });
    await made.connect();
    for (const id of own) await hold(made, id);
    client = made;
    return made;
  };
  const giveBack = async () => {
    const on = await connected();
    const { rows } = await on.query(
      `SELECT DISTINCT locked_by AS id FROM graphile_worker.jobs
       WHERE locked_by IS NOT NULL AND locked_at < now() - interval '${JUST_BEGUN}'`,
    );
    for (const { id } of rows as { id: string }[]) {
      if (own.has(id)) continue;
      const { rows: got } = await on.query('SELECT pg_try_advisory_lock($1, hashtext($2)) AS dead', [LOCKS.lives, id]);
      if (!got[0].dead) continue;
      await on.query('SELECT graphile_worker.force_unlock_workers($1)', [[id]]);
      await on.query('SELECT pg_advisory_unlock($1, hashtext($2))', [LOCKS.lives, id]);
      log.warn({ worker: id }, 'a worker of the queue died; what it had in hand is done again');
    }
  };
  /** One thing at a time on the one connection. */
  let last: Promise<unknown> = Promise.resolve();
  const inTurn = (work: () => Promise<unknown>) => {
    last = last.then(async () => {
      // The next look tries again.
      if (!closed) await work().catch((err) => log.debug({ err }, 'the workers of the queue were not looked at'));
    });
    return last;
  };
  await connected();
  const timer = setInterval(() => void inTurn(giveBack), LOOK_EVERY_MS).unref();
  return {
    async begin(workerId) {
      own.add(workerId);
      await inTurn(async () => {
        if (client) await hold(client, workerId);
        else await connected();
      });
    },
    async close() {
      clearInterval(timer);
      await last;
      closed = true;
      await client?.end().catch(() => {});
    },
  };
}
