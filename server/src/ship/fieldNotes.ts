import type { Knex } from 'knex';
import { requireSheet } from '../boards/jobFile.ts';
import { rowsOfJob } from '../database/rowsOfJob.ts';
import type { Person } from '../people/people.ts';
import { refuse } from '../refusal.ts';

export interface FieldNote {
  unit: number;
  kind: 'note' | 'return';
  text: string;
  entityId: string | null;
  personName: string;
  at: string;
}

/** What was heard of a job's boards after they left, in its order. */
export async function fieldNotesOf(db: Knex, jobId: string): Promise<FieldNote[]> {
  const rows = await rowsOfJob(db, 'field_notes', jobId);
  return rows.map((r) => ({
    unit: r.unit,
    kind: r.kind,
    text: r.text,
    entityId: r.entity_id,
    personName: r.person_name,
    at: r.at.toISOString(),
  }));
}

/**
 * Takes down what was heard of a board; one that came back is on the wall again. What is worked on then opens only the
 * joints it touches, and the record is sealed again on top of what it was. @throws Refusal
 */
export async function addFieldNote(
  db: Knex,
  person: Person,
  jobId: string,
  said: Pick<FieldNote, 'unit' | 'kind' | 'text' | 'entityId'>,
): Promise<void> {
  const { board } = await requireSheet(db, jobId);
  const { quantity } = board.brief;
  if (said.unit > quantity) refuse(422, `unit is ${said.unit}; accepted: 1 to ${quantity}`);
  const known = said.entityId === null || [...board.items, ...board.cables].some((x) => x.id === said.entityId);
  if (!known) refuse(422, `entityId is "${said.entityId}"; accepted: an item or a cable of the board`);
  await db.transaction(async (trx) => {
    const shipped = await trx('shipments').where({ job_id: jobId }).first();
    if (!shipped) refuse(409, 'it has not left the shop yet: what is found here belongs to Build or Test');
    await trx('field_notes').insert({
      job_id: jobId,
      unit: said.unit,
      kind: said.kind,
      text: said.text,
      entity_id: said.entityId,
      person_id: person.id,
    });
    if (said.kind === 'return') await trx('jobs').where({ id: jobId }).update({ archived_at: null });
  });
}
