import type { Knex } from 'knex';
import pg from 'pg';
import type { Logger } from 'pino';
import { OWN_WORKSHOP } from '../database/ofWorkshops.ts';

/** How far something long has come. */
export interface Progress {
  /** Whose it is: the address it was begun at. */
  address: string;
  done: number;
  of: number;
  /** What is being done now, in a word or two. */
  what: string;
}
/** What changed, as the address it was changed at: every server on this database is told when the change is kept. */
export interface Changes {
  /** What one workshop changed. @returns what ends it */
  listen(workshopId: string, told: (message: string) => void): () => void;
  /** Tells at once how far something is: on this line, for what a press does is told with its transaction only. */
  progress(workshopId: string, progress: Progress): Promise<void>;
  close(): Promise<void>;
}

const CHANNEL = 'ombrik_changes';
const AGAIN_MS = 2000;
/** PostgreSQL takes messages shorter than 8000 bytes. */
const LONGEST = 2000;

/** Told with the transaction, so that nobody hears of what was taken back. */
export const tellChange = (trx: Knex, address: string): Promise<unknown> =>
  trx.raw(`SELECT pg_notify(?, concat(${OWN_WORKSHOP}, ' ', ?::text))`, [CHANNEL, address.slice(0, LONGEST)]);

const PROGRESS = '%';

/** What a browser is told of a message: that something changed, or how far something is. */
export const asEvent = (message: string): { event: 'changed' | 'progress'; data: string } =>
  message.startsWith(PROGRESS)
    ? { event: 'progress', data: message.slice(PROGRESS.length) }
    : { event: 'changed', data: message };

/** Listens on a connection of its own; one that breaks is made anew, and who listens is told that anything may have changed. */
export async function openChanges(url: string, log: Logger): Promise<Changes> {
  const listeners = new Set<{ workshopId: string; told: (message: string) => void }>();
  const tellAll = (message: string) => {
    for (const { told } of listeners) told(message);
  };
  /** What comes over the line says first whose it is. */
  const tell = (payload: string) => {
    const at = payload.indexOf(' ');
    for (const { workshopId, told } of listeners) if (payload.slice(0, at) === workshopId) told(payload.slice(at + 1));
  };
  let closed = false;
  let client: pg.Client | null = null;
  const connect = async (): Promise<void> => {
    const own = new pg.Client({ connectionString: url });
    const lost = (error?: Error) => {
      if (closed || client !== own) return;
      client = null;
      if (error) log.warn({ err: error }, 'lost the line that tells of changes');
      void own.end().catch(() => {});
      setTimeout(again, AGAIN_MS).unref();
    };
    own.on('error', lost);
    own.on('end', () => lost());
    own.on('notification', ({ payload }) => tell(payload ?? ''));
    await own.connect();
    await own.query(`LISTEN ${CHANNEL}`);
    client = own;
  };
  const again = () => {
    if (closed) return;
    connect().then(
      () => tellAll(ANYTHING),
      () => setTimeout(again, AGAIN_MS).unref(),
    );
  };
  await connect();
  return {
    listen(workshopId, told) {
      const own = { workshopId, told };
      listeners.add(own);
      return () => listeners.delete(own);
    },
    async progress(workshopId, progress) {
      // Nobody waits for a line that broke: what is done goes on.
      await client
        ?.query('SELECT pg_notify($1, $2)', [CHANNEL, `${workshopId} ${PROGRESS}${JSON.stringify(progress)}`])
        .catch(() => {});
    },
    async close() {
      closed = true;
      tellAll(ENDED);
      await client?.end();
    },
  };
}

/** Nobody knows what was missed. */
export const ANYTHING = '*';
/** The server goes: nothing more is told. */
export const ENDED = '';
