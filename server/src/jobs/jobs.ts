import type { Board } from '@ombrik/core/document/board';
import type { Knex } from 'knex';
import { nanoid } from 'nanoid';
import { firstEdit } from '../boards/edits.ts';
import { type JobRow, jobRow } from './jobRow.ts';
import { firstSummary, NOTHING_YET } from './jobSummary.ts';

export async function createJob(
  db: Knex,
  board: Board,
  personId: string,
  wantedOn: string | null,
  label: string,
): Promise<JobRow> {
  return db.transaction(async (trx) => {
    const id = `jb_${nanoid(12)}`;
    const [row] = await trx('jobs')
      .insert({ id, revision: 1, wanted_on: wantedOn, created_by: personId })
      .returning('*');
    await firstEdit(trx, id, personId, board, label);
    await trx('job_summaries').insert({
      job_id: id,
      made_of: NOTHING_YET,
      summary: JSON.stringify(firstSummary(board)),
    });
    return jobRow(row);
  });
}

export async function findJob(db: Knex, id: string): Promise<JobRow | null> {
  const row = await db('jobs').where({ id }).first();
  return row ? jobRow(row) : null;
}

export const jobByNumber = async (db: Knex, number: number): Promise<string | null> =>
  (await db('jobs').where({ number }).first('id'))?.id ?? null;

export async function setArchived(db: Knex, id: string, archived: boolean): Promise<void> {
  await db('jobs')
    .where({ id })
    .update({ archived_at: archived ? new Date() : null });
}

export async function setWantedOn(db: Knex, id: string, wantedOn: string | null): Promise<void> {
  await db('jobs').where({ id }).update({ wanted_on: wantedOn });
}
