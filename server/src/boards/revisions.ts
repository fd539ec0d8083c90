import type { Knex } from 'knex';

/** A revision of a board as its history tells it. */
export interface RevisionRow {
  revision: number;
  label: string;
  way: 'create' | 'edit' | 'undo' | 'redo';
  personName: string;
  at: string;
}

/** Revisions of a job, the newest first. @param before only those before this one; null begins with the newest */
export async function revisionsOf(
  db: Knex,
  jobId: string,
  before: number | null,
  limit: number,
): Promise<RevisionRow[]> {
  const rows = await db('edits')
    .join('people', 'people.id', 'edits.person_id')
    .where({ job_id: jobId })
    .modify((q) => before !== null && q.where('revision', '<', before))
    .orderBy('revision', 'desc')
    .limit(limit)
    .select('revision', 'label', 'way', 'people.name as person_name', 'edits.created_at');
  return rows.map((r: Record<string, never> & { created_at: Date }) => ({
    revision: r.revision,
    label: r.label,
    way: r.way,
    personName: r.person_name,
    at: r.created_at.toISOString(),
  }));
}
