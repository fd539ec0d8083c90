import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Word, WordBox } from './wordQueue.ts';

interface Kept {
  key: string;
  jobId: string;
  personId: string;
  at: number;
  word: Word;
}
interface Shape extends DBSchema {
  words: { key: string; value: Kept; indexes: { job: string } };
}

const NAME = 'ombrik-floor';

let opened: Promise<IDBPDatabase<Shape>> | null = null;
const database = (): Promise<IDBPDatabase<Shape>> => {
  opened ??= openDB<Shape>(NAME, 1, {
    upgrade: (db) => {
      db.createObjectStore('words', { keyPath: 'key' }).createIndex('job', 'jobId');
    },
  });
  return opened;
};

/** What one person has said at one job's board and the server has not taken down, in the browser's own database. */
export function browserWords(jobId: string, personId: string): WordBox {
  let at = Date.now();
  return {
    async all() {
      const kept = await (await database()).getAllFromIndex('words', 'job', jobId);
      return (
        kept
          .filter((k) => k.personId === personId)
          .sort((a, b) => a.at - b.at)
          // A word kept before boards had numbers is about the first.
          .map((k) => ({ ...k.word, unit: k.word.unit ?? 1 }))
      );
    },
    async keep(word) {
      at++;
      await (await database()).put('words', { key: word.key, jobId, personId, at, word });
    },
    async drop(keys) {
      if (keys.length === 0) return;
      const tx = (await database()).transaction('words', 'readwrite');
      await Promise.all([...keys.map((k) => tx.store.delete(k)), tx.done]);
    },
  };
}
