import type { Knex } from 'knex';

/** What can be put into the queue, and what it is told. */
export interface Queued {
  /** Rows of the wall that are behind. */
  wallRows: Record<string, never>;
  /** Something a program elsewhere is told. */
  hookSend: { id: string };
}

/**
 * Puts something long into the queue of this workshop, with the transaction if there is one: what is taken back is never
 * done. Under the same name it waits once.
 */
export const addToQueue = <N extends keyof Queued>(
  db: Knex,
  task: N,
  args: Queued[N],
  name: string,
): Promise<unknown> => db.raw('SELECT add_to_queue(?, ?::json, ?)', [task, JSON.stringify(args), name]);
