import type { SealedEntry } from '@ombrik/core/seal/chain';
import type { Knex } from 'knex';
import { listRecords } from '../bench/floorRecords.ts';
import { listReadings } from '../bench/readings.ts';
import { buildRecordsOf } from '../build/buildRecords.ts';
import { releasesOf } from '../jobs/releases.ts';
import { fieldLogsOf } from './fieldLogs.ts';
import { fieldNotesOf } from './fieldNotes.ts';

type Unnumbered = Omit<SealedEntry, 'n'>;

/** Everything that was released, built, made and read of a job, in the order it happened. */
export async function recordEntries(db: Knex, jobId: string): Promise<Unnumbered[]> {
  const [releases, built, made, readings, notes, logs] = [
    await releasesOf(db, jobId),
    await buildRecordsOf(db, jobId),
    await listRecords(db, jobId, 'cableMade', 'cableStep', 'cableRedo'),
    await listReadings(db, jobId),
    await fieldNotesOf(db, jobId),
    await fieldLogsOf(db, jobId),
  ];
  const all: Unnumbered[] = [
    ...releases.map(({ at, personName, ...data }) => ({ at, kind: 'release', by: personName, data })),
    ...built.map(({ at, personName, ...data }) => ({ at, kind: 'build', by: personName, data })),
    ...made.map(({ at, personName, ...data }) => ({ at, kind: 'cable', by: personName, data })),
    ...readings.map(({ at, personName, ...data }) => ({ at, kind: 'reading', by: personName, data })),
    ...notes.map(({ at, personName, ...data }) => ({ at, kind: 'field', by: personName, data })),
    ...logs.map(({ at, personName, ...data }) => ({ at, kind: 'log', by: personName, data })),
  ];
  // What happened in the same moment stays in the order of its kind.
  return all
    .map((entry, i) => ({ entry, i }))
    .sort((a, b) => (a.entry.at < b.entry.at ? -1 : a.entry.at > b.entry.at ? 1 : a.i - b.i))
    .map(({ entry }) => entry);
}
