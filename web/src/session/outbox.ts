import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Edit, Outbox } from './editQueue.ts';

interface Kept {
  key: string;
  jobId: string;
  personId: string;
  /** The page that made it; it is sent by that one as long as it lives. */
  page: string;
  /** In the order of the presses. */
  at: number;
  edit: Edit;
}
interface Shape extends DBSchema {
  edits: { key: string; value: Kept; indexes: { job: string } };
}

const NAME = 'ombrik-unsent';

/** Pages that are open now, by the lock each holds; a browser without locks knows none. */
export interface Pages {
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
export function browserOutbox(jobId: string, personId: string, pages: Pages): Outbox {
  let at = Date.now();
  return {
    async left() {
      const db = await database();
      const [all, alive] = await Promise.all([db.getAllFromIndex('edits', 'job', jobId), pages.alive()]);
      return all
        .filter((k) => k.personId === personId && k.page !== pages.own && !alive.has(k.page))
        .sort((a, b) => a.at - b.at)
        .map((k) => k.edit);
    },
    async keep(edit) {
      at++;
      await (await database()).put('edits', { key: edit.key, jobId, personId, page: pages.own, at, edit });
    },
    async drop(keys) {
      if (keys.length === 0) return;
      const tx = (await database()).transaction('edits', 'readwrite');
      await Promise.all([...keys.map((k) => tx.store.delete(k)), tx.done]);
    },
  };
}

const LOCK = 'ombrik-page-';

/** This page among the open ones: it holds a lock for as long as it lives. */
export function openPages(own: string): Pages {
  const locks = globalThis.navigator?.locks;
  // Held until the page goes: the promise never ends.
  void locks?.request(`${LOCK}${own}`, () => new Promise(() => {}));
  return {
    own,
    async alive() {
      const { held = [] } = (await locks?.query()) ?? {};
      return new Set(held.flatMap((l) => (l.name?.startsWith(LOCK) ? [l.name.slice(LOCK.length)] : [])));
    },
  };
}
