import createKnex, { type Knex } from 'knex';
import type { Logger } from 'pino';
import { Refusal } from '../refusal.ts';
import { servingSettings } from './database.ts';
import { inWorkshop } from './inWorkshop.ts';

/** What is heard of changes here; see `Changes`. */
interface Heard {
  /** Whether changes are heard of now. */
  hears(): boolean;
  /** Told whose every change is; null where some may have been missed. @returns what ends it */
  watch(told: (workshopId: string | null) => void): () => void;
}

/** A copy of the database that follows it and only reads. */
export interface Replica {
  /** This workshop was changed through here: at once, without waiting to hear of it. */
  changed(workshopId: string): void;
  /**
   * Reads from the copy, once it has all that this process knows of; from the first where it has not, is away, or breaks
   * off. What is refused is refused.
   */
  read<T>(workshopId: string, first: Knex, look: (db: Knex) => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

/** A copy that was away is asked again after so long. */
const AGAIN_MS = 5000;
const CONNECT_MS = 1500;

/**
 * Opens the copy. Whether it has what is known here is told by positions in the log: of a change heard of, the first is
 * asked where its log stands then, and the copy whether it has come so far. Of a workshop nobody changes nothing is asked.
 * @param url of the copy: a streaming standby
 * @param first connections of the database it follows
 * Source: PostgreSQL 15, 27.2.5 (streaming replication), 9.27 (`pg_last_wal_replay_lsn`).
 */
export function openReplica(url: string, first: Knex, heard: Heard, log: Logger): Replica {
  const copy = createKnex({ ...servingSettings(url, 10), acquireConnectionTimeout: CONNECT_MS });
  /** How far the copy has to be to have all of a workshop; null where it is. Who is not here was never asked for. */
  const wanted = new Map<string, Promise<string> | null>();
  const changed = (workshopId: string) => void wanted.delete(workshopId);
  const unwatch = heard.watch((workshopId) => (workshopId === null ? wanted.clear() : changed(workshopId)));
  let awayTill = 0;
  const position = async (): Promise<string> =>
    (await first.raw('SELECT pg_current_wal_insert_lsn()::text AS at')).rows[0].at;
  const follows = async (workshopId: string): Promise<boolean> => {
    if (!wanted.has(workshopId)) {
      const asked = position();
      wanted.set(workshopId, asked);
      asked.catch(() => wanted.get(workshopId) === asked && changed(workshopId));
    }
    const asked = wanted.get(workshopId)!;
    if (asked === null) return true;
    const { rows } = await copy.raw('SELECT coalesce(pg_last_wal_replay_lsn() >= ?::pg_lsn, false) AS there', [
      await asked,
    ]);
    // Unless it was changed again meanwhile.
    if (rows[0].there && wanted.get(workshopId) === asked) wanted.set(workshopId, null);
    return rows[0].there;
  };
  return {
    changed,
    async read(workshopId, own, look) {
      if (!heard.hears() || Date.now() < awayTill) return look(own);
      try {
        if (await follows(workshopId)) return await look(inWorkshop(copy, workshopId));
      } catch (error) {
        if (error instanceof Refusal) throw error;
        awayTill = Date.now() + AGAIN_MS;
        log.warn({ err: error }, 'the copy of the database does not answer; it is read from the first');
      }
      return look(own);
    },
    async close() {
      unwatch();
      await copy.destroy();
    },
  };
}

/** Where there is no copy. */
export const NO_REPLICA: Replica = {
  changed: () => {},
  read: (_, first, look) => look(first),
  close: async () => {},
};
