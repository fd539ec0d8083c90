import { type DBSchema, type IDBPDatabase, openDB } from 'idb';

/** A photo of a step on its way to the server: its picture is kept here until it has arrived. */
export interface KeptPhoto {
  /** Also that of the press that sends it: the same photo twice is one. */
  key: string;
  jobId: string;
  stepId: string;
  fingerprint: string;
  name: string;
  picture: Blob;
  at: number;
}
interface Shape extends DBSchema {
  photos: { key: string; value: KeptPhoto; indexes: { job: string } };
}

export interface PhotoBox {
  all(): Promise<KeptPhoto[]>;
  keep(photo: KeptPhoto): Promise<void>;
  drop(key: string): Promise<void>;
}

let opened: Promise<IDBPDatabase<Shape>> | null = null;
const database = (): Promise<IDBPDatabase<Shape>> => {
  opened ??= openDB<Shape>('ombrik-photos', 1, {
    upgrade: (db) => {
      db.createObjectStore('photos', { keyPath: 'key' }).createIndex('job', 'jobId');
    },
  });
  return opened;
};

/** Photos of one job that the server has not got, in the browser's own database. */
export const browserPhotos = (jobId: string): PhotoBox => ({
  all: async () => {
    const kept = await (await database()).getAllFromIndex('photos', 'job', jobId);
    return kept.sort((a, b) => a.at - b.at);
  },
  keep: async (photo) => void (await (await database()).put('photos', photo)),
  drop: async (key) => (await database()).delete('photos', key),
});
