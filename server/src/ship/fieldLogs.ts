import type { FieldReport } from '@ombrik/core/after/fieldReport';
import type { Knex } from 'knex';
import { requireSheet } from '../boards/jobFile.ts';
import { sheetWork } from '../boards/sheet.ts';
import { addAttachment, attachmentProblems } from '../jobs/attachments.ts';
import type { Person } from '../people/people.ts';
import { refuse } from '../refusal.ts';
import { longWork } from '../work/pools.ts';

export type AmpsAre = 'charging' | 'drawing';
export interface FieldLog {
  id: number;
  unit: number;
  name: string;
  ampsAre: AmpsAre;
  sha256: string;
  personName: string;
  at: string;
}

/** Logs that came in of a job's boards, in their order. */
export async function fieldLogsOf(db: Knex, jobId: string): Promise<FieldLog[]> {
  const rows = await db('field_logs as l')
    .join('attachments as a', 'a.id', 'l.file_id')
    .join('people as p', 'p.id', 'l.person_id')
    .where({ 'l.job_id': jobId })
    .orderBy('l.id')
    .select('l.id', 'unit', 'a.name', 'amps_are', 'p.name as person_name', 'l.at')
    .select(db.raw("encode(sha256(a.bytes), 'hex') as sha256"));
  return rows.map((r) => ({
    id: Number(r.id),
    unit: r.unit,
    name: r.name,
    ampsAre: r.amps_are,
    sha256: r.sha256,
    personName: r.person_name,
    at: r.at.toISOString(),
  }));
}

/** The log beside the order of the board as it is now. @throws Refusal that names what cannot be read */
async function laidBeside(db: Knex, jobId: string, bytes: Uint8Array, ampsAre: AmpsAre): Promise<FieldReport> {
  const sheet = await requireSheet(db, jobId);
  const told = await longWork('fieldReport', { sheet: sheetWork(sheet), bytes, ampsAre });
  return 'problems' in told ? refuse(422, ...told.problems) : told.report;
}

/** Takes in a log; one that cannot be read is not kept. @throws Refusal */
export async function addFieldLog(
  db: Knex,
  person: Person,
  jobId: string,
  { unit, ampsAre, name, bytes }: { unit: number; ampsAre: AmpsAre; name: string; bytes: Uint8Array },
): Promise<number> {
  const { board } = await requireSheet(db, jobId);
  const { quantity } = board.brief;
  if (unit > quantity) refuse(422, `unit is ${unit}; accepted: 1 to ${quantity}`);
  if (!(await db('shipments').where({ job_id: jobId }).first()))
    refuse(409, 'it has not left the shop yet: a log comes from the field');
  const problems = await attachmentProblems(db, jobId, name, bytes);
  if (problems.length > 0) refuse(422, ...problems);
  await laidBeside(db, jobId, bytes, ampsAre);
  return db.transaction(async (trx) => {
    const fileId = await addAttachment(trx, jobId, person.id, { name, type: 'text/plain', bytes });
    const [row] = await trx('field_logs')
      .insert({ job_id: jobId, unit, file_id: fileId, amps_are: ampsAre, person_id: person.id })
      .returning('id');
    return Number(row.id);
  });
}

/** What a log tells of its board. @throws Refusal */
export async function fieldReportOf(db: Knex, jobId: string, id: number): Promise<FieldReport> {
  const row = await db('field_logs as l')
    .join('attachments as a', 'a.id', 'l.file_id')
    .where({ 'l.job_id': jobId, 'l.id': id })
    .first('a.bytes', 'amps_are');
  if (!row) return refuse(404, `this job has no log ${id}`);
  return laidBeside(db, jobId, new Uint8Array(row.bytes), row.amps_are);
}
