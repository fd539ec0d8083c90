import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Edit, Outbox } from './editQueue.ts';

interface Kept {
  key: string;
  jobId: string;
  personId: string;
  /** The opening of the job that made it; it is sent by that one as long as it lives. */
  page: string;
  /** In the order of the presses. */
  at: number;
  edit: Edit;
}
interface Shape extends DBSchema {
  edits: { key: string; value: Kept; indexes: { job: string } };
}

const NAME = 'ombrik-unsent';

/** Openings of jobs that live now, by the lock each holds; a browser without locks knows none. */
export interface Openings {
  own: string;
  alive(): Promise<ReadonlySet<string>>;
}

let opened: Promise<IDBPDatabase<Shape>> | null = null;
const database = (): Promise<IDBPDatabase<Shape>> => {
  opened ??= openDB<Shape>(NAME, 1, {
    upgrade: (db) => {
      db.createObjectStore('edits', { keyPath: 'key' }).createIndex('job', 'jobId');
    },
  });
  return opened;
};

/** What one person has changed on one job and the server has not acknowledged, kept in the browser's own database. */
export function browserOutbox(jobId: string, personId: string, openings: Openings): Outbox {
  let at = Date.now();
  return {
    async left() {
      const db = await database();
      const [all, alive] = await Promise.all([db.getAllFromIndex('edits', 'job', jobId), openings.alive()]);
      return all
        .filter((k) => k.personId === personId && k.page !== openings.own && !alive.has(k.page))
        .sort((a, b) => a.at - b.at)
        .map((k) => k.edit);
    },
    async keep(edit) {
      at++;
      await (await database()).put('edits', { key: edit.key, jobId, personId, page: openings.own, at, edit });
    },
    async drop(keys) {
      if (keys.length === 0) return;
      const tx = (await database()).transaction('edits', 'readwrite');
      await Promise.all([...keys.map((k) => tx.store.delete(k)), tx.done]);
    },
  };
}

const LOCK = 'ombrik-page-';
/** Ended by this page itself: their locks may be seen for a moment longer. */
const ended = new Set<string>();

/** An opening of a job among the living ones: it holds a lock until it is ended or its page goes. */
export function openOpening(own: string): Openings & { end(): void } {
  const locks = globalThis.navigator?.locks;
  let end = () => {};
  void locks?.request(
    `${LOCK}${own}`,
    () =>
      new Promise<void>((go) => {
        if (ended.has(own)) go();
        end = go;
      }),
  );
  return {
    own,
    async alive() {
      const { held = [] } = (await locks?.query()) ?? {};
      const names = held.flatMap((l) => (l.name?.startsWith(LOCK) ? [l.name.slice(LOCK.length)] : []));
      return new Set(names.filter((n) => !ended.has(n)));
    },
    end() {
      ended.add(own);
      end();
    },
  };
}
