import type { Knex } from 'knex';
import pg from 'pg';
import type { Logger } from 'pino';
import { OWN_WORKSHOP } from '../database/ofWorkshops.ts';
import { PRESENCE_BEAT_MS, Presence } from './presence.ts';

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
  /** Whose every change is, of all workshops; null where some may have been missed. @returns what ends it */
  watch(told: (workshopId: string | null) => void): () => void;
  /** Whether the line stands on which changes are heard of. */
  hears(): boolean;
  /** Tells at once how far something is: on this line, for what a press does is told with its transaction only. */
  progress(workshopId: string, progress: Progress): Promise<void>;
  /** Who looks at what. */
  presence: Presence;
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
/** A word of one server to the others of who is there. */
const PRESENCE = '@';

/** What a browser is told of a message: that something changed, or how far something is. */
export const asEvent = (message: string): { event: 'changed' | 'progress'; data: string } =>
  message.startsWith(PROGRESS)
    ? { event: 'progress', data: message.slice(PROGRESS.length) }
    : { event: 'changed', data: message };

/** Listens on a connection of its own; one that breaks is made anew, and who listens is told that anything may have changed. */
export async function openChanges(url: string, log: Logger): Promise<Changes> {
  const listeners = new Set<{ workshopId: string; told: (message: string) => void }>();
  const watchers = new Set<(workshopId: string | null) => void>();
  const tellAll = (message: string) => {
    for (const { told } of listeners) told(message);
  };
  const tellWorkshop = (id: string, message: string) => {
    for (const { workshopId, told } of listeners) if (workshopId === id) told(message);
  };
  let closed = false;
  let client: pg.Client | null = null;
  /** One after the other, as the line takes them; nobody waits for one that broke: what is done goes on. */
  let said: Promise<unknown> = Promise.resolve();
  const say = async (workshopId: string, message: string) => {
    const tell = () => client?.query('SELECT pg_notify($1, $2)', [CHANNEL, `${workshopId} ${message}`]);
    said = said.then(tell).catch(() => {});
    await said;
  };
  const presence = new Presence({
    say: (workshopId, word) => void say(workshopId, PRESENCE + word),
    onChanged: (workshopId) => tellWorkshop(workshopId, WHO_IS_THERE),
  });
  const beats = setInterval(() => presence.beat(), PRESENCE_BEAT_MS).unref();
  /** What comes over the line says first whose it is. */
  const tell = (payload: string) => {
    const at = payload.indexOf(' ');
    const [id, message] = [payload.slice(0, at), payload.slice(at + 1)];
    if (message.startsWith(PRESENCE)) presence.heard(id, message.slice(PRESENCE.length));
    else {
      if (!message.startsWith(PROGRESS)) for (const told of watchers) told(id);
      tellWorkshop(id, message);
    }
  };
  const connect = async (): Promise<void> => {
    const own = new pg.Client({ connectionString: url, application_name: 'ombrik changes' });
    const lost = (error?: Error) => {
      if (closed || client !== own) return;
      client = null;
      for (const told of watchers) told(null);
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
      () => {
        tellAll(ANYTHING);
        for (const id of new Set([...listeners].map((l) => l.workshopId))) presence.ask(id);
      },
      () => setTimeout(again, AGAIN_MS).unref(),
    );
  };
  await connect();
  return {
    listen(workshopId, told) {
      const own = { workshopId, told };
      // The first of a workshop here: the other servers may know of somebody already.
      if (![...listeners].some((l) => l.workshopId === workshopId)) presence.ask(workshopId);
      listeners.add(own);
      return () => listeners.delete(own);
    },
    watch(told) {
      watchers.add(told);
      return () => watchers.delete(told);
    },
    hears: () => client !== null,
    progress: (workshopId, progress) => say(workshopId, PROGRESS + JSON.stringify(progress)),
    presence,
    async close() {
      closed = true;
      clearInterval(beats);
      presence.close();
      tellAll(ENDED);
      await client?.end();
    },
  };
}

/** Nobody knows what was missed. */
export const ANYTHING = '*';
/** Who is there is otherwise than before. */
export const WHO_IS_THERE = '?';
/** The server goes: nothing more is told. */
export const ENDED = '';
