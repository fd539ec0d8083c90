import type { Knex } from 'knex';
import { rowsOfJob } from '../database/rowsOfJob.ts';

export type RecordKind = 'cableMade' | 'cableStep' | 'cableRedo';
export interface FloorRecord {
  id: number;
  kind: RecordKind;
  entityId: string;
  revision: number;
  /** Which of several boards of the same; 1 where there is one. */
  unit: number;
  fingerprint: string;
  data: Record<string, unknown>;
  personName: string;
  at: string;
}

/** Records of a job of some kinds, in the order they were made. */
export async function listRecords(db: Knex, jobId: string, ...kinds: RecordKind[]): Promise<FloorRecord[]> {
  const rows = await rowsOfJob(db, 'floor_records', jobId).whereIn('kind', kinds);
  return rows.map((r) => ({
    id: Number(r.id),
    kind: r.kind,
    entityId: r.entity_id,
    revision: r.revision,
    unit: r.unit,
    fingerprint: r.fingerprint,
    data: r.data,
    personName: r.person_name,
    at: r.recorded_at.toISOString(),
  }));
}

export async function addRecord(
  db: Knex,
  jobId: string,
  personId: string,
  record: Pick<FloorRecord, 'kind' | 'entityId' | 'revision' | 'fingerprint' | 'data'> & { unit?: number },
): Promise<void> {
  await db('floor_records').insert({
    job_id: jobId,
    kind: record.kind,
    entity_id: record.entityId,
    revision: record.revision,
    unit: record.unit ?? 1,
    fingerprint: record.fingerprint,
    data: JSON.stringify(record.data),
    person_id: personId,
  });
}
