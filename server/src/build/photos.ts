import type { Knex } from 'knex';
import { buildRecordsOf } from './buildRecords.ts';

/** A picture of a step of one of a job's boards. */
export interface StepPhoto {
  unit: number;
  name: string;
  type: string;
  bytes: Uint8Array;
  personName: string;
  at: string;
}

/** Pictures the floor took of a job's boards, in the order they arrived; one that was taken away again is left out. */
export async function photosOf(db: Knex, jobId: string): Promise<StepPhoto[]> {
  const taken = (await buildRecordsOf(db, jobId)).flatMap(({ unit, said, personName, at }) =>
    said.kind === 'photo' ? [{ unit, fileId: said.fileId, name: said.name, personName, at }] : [],
  );
  const files: { id: string; type: string; bytes: Buffer }[] = await db('attachments')
    .where({ job_id: jobId, removed_at: null })
    .whereIn('id', [...new Set(taken.map((t) => t.fileId))])
    .select('id', 'type', 'bytes');
  const byId = new Map(files.map((f) => [f.id, f]));
  return taken.flatMap(({ fileId, ...photo }) => {
    const file = byId.get(fileId);
    return file ? [{ ...photo, type: file.type, bytes: new Uint8Array(file.bytes) }] : [];
  });
}
