import { type OpenToShip, openToShip } from '@ombrik/core/released/openToShip';
import { serialOf, unitsOf } from '@ombrik/core/released/serials';
import { benchProgress } from '@ombrik/core/stages/bench/benchProgress';
import type { Knex } from 'knex';
import { asBenchRecords } from '../bench/readings.ts';
import { requireFile } from '../boards/jobFile.ts';
import type { JobFile } from '../boards/sheet.ts';
import { releaseOf } from '../jobs/releases.ts';
import { floorOf } from '../jobs/summaries.ts';
import type { Person } from '../people/people.ts';
import { refuse } from '../refusal.ts';
import { type FieldLog, fieldLogsOf } from './fieldLogs.ts';
import { type FieldNote, fieldNotesOf } from './fieldNotes.ts';
import { recordEntries } from './recordEntries.ts';
import { sealedArchive } from './sealedArchive.ts';
import { type OnPaper, shippedFiles } from './shippedFiles.ts';

export interface Shipment {
  number: number;
  revision: number;
  head: string;
  before: string | null;
  entries: number;
  note: string;
  personName: string;
  at: string;
}

/** Seals of a job, the first first, without their archives. */
export async function shipmentsOf(db: Knex, jobId: string): Promise<Shipment[]> {
  const rows = await db('shipments as s')
    .join('people as p', 'p.id', 's.person_id')
    .where({ job_id: jobId })
    .orderBy('s.number')
    .select('s.number', 's.revision', 's.head', 's.before', 's.entries', 's.note', 'p.name as personName', 's.at');
  return rows.map((r: Omit<Shipment, 'at'> & { at: Date }) => ({ ...r, at: r.at.toISOString() }));
}

async function openOf(db: Knex, file: JobFile): Promise<OpenToShip[]> {
  const { progress, build, bench, opened } = await floorOf(db, file);
  const release = await releaseOf(db, file.job.id);
  const { bench: steps } = file.dossier;
  const records = asBenchRecords(bench);
  const mains = unitsOf(file.board.brief.quantity).flatMap((unit) => {
    const { states } = benchProgress(
      steps,
      records.filter((r) => r.unit === unit),
      opened.get(unit) ?? [],
    );
    return steps
      .filter((s) => s.role === 'electrician')
      .map((step) => ({ step, signed: states.get(step.id) === 'passed' }));
  });
  return openToShip({
    revision: file.revision,
    released: release?.revision ?? null,
    findings: file.dossier.findings,
    build,
    progress,
    mains,
  });
}

/** What is still open, and what was sealed before. @throws Refusal */
export async function shipState(
  db: Knex,
  jobId: string,
): Promise<{ open: OpenToShip[]; shipments: Shipment[]; notes: FieldNote[]; logs: FieldLog[] }> {
  const file = await requireFile(db, jobId);
  return {
    open: await openOf(db, file),
    shipments: await shipmentsOf(db, jobId),
    notes: await fieldNotesOf(db, jobId),
    logs: await fieldLogsOf(db, jobId),
  };
}

/**
 * Ships a job: all its papers are made, its record is sealed with them, and it leaves the wall.
 * @param note who says that what may go out open goes out so, and why; needed where something is open
 * @throws Refusal
 */
export async function ship(
  db: Knex,
  person: Person,
  jobId: string,
  { revision, note }: { revision: number; note: string },
  { origin, onPaper }: { origin: string; onPaper: OnPaper },
): Promise<Shipment> {
  const file = await requireFile(db, jobId);
  if (revision !== file.revision)
    refuse(409, `revision is ${revision}, the board is at ${file.revision}: look at it again before it ships`);
  const open = await openOf(db, file);
  const held = open.filter((o) => !o.mayGo);
  if (held.length > 0) refuse(409, ...held.map((o) => o.says));
  if (open.length > 0 && note.trim() === '')
    refuse(422, `note is empty; accepted: why it ships although ${open[0]!.says}`);
  const earlier = await shipmentsOf(db, jobId);
  const number = earlier.length + 1;
  const before = earlier.at(-1)?.head ?? null;
  const { quantity, jobName } = file.board.brief;
  const entries = await recordEntries(db, jobId);
  const files = await shippedFiles(db, file, origin, onPaper);
  const { archive, seal } = sealedArchive(files, entries, {
    job: file.job.number,
    jobName,
    revision,
    serials: unitsOf(quantity).map((u) => serialOf(file.job.number, u, quantity)),
    number,
    sealedAt: new Date().toISOString(),
    sealedBy: person.name,
    before,
  });
  await db.transaction(async (trx) => {
    // Two hands at once: the second finds the number taken, and nothing of it is kept.
    await trx('jobs').where({ id: jobId }).forUpdate().first();
    const now = await shipmentsOf(trx, jobId);
    if (now.length !== earlier.length) refuse(409, 'somebody else has just shipped it');
    // What was said while the papers were made is on none of them.
    if ((await recordEntries(trx, jobId)).length !== entries.length)
      refuse(
        409,
        'something was recorded of this job while its papers were made: ship it again, so that it is in them',
      );
    await trx('shipments').insert({
      job_id: jobId,
      number,
      revision,
      head: seal.head,
      before,
      entries: seal.entries,
      archive: Buffer.from(archive),
      note,
      person_id: person.id,
    });
    await trx('jobs').where({ id: jobId }).update({ archived_at: new Date() });
  });
  return (await shipmentsOf(db, jobId)).at(-1)!;
}

/** The archive of a seal as it was made. @throws Refusal */
export async function archiveOf(db: Knex, jobId: string, number: number): Promise<{ name: string; bytes: Buffer }> {
  const row = await db('shipments as s')
    .join('jobs as j', 'j.id', 's.job_id')
    .where({ job_id: jobId, 's.number': number })
    .first('s.archive', 'j.number as job');
  if (!row) return refuse(404, `this job has no seal ${number}`);
  return { name: `job-${row.job}-seal-${number}.zip`, bytes: row.archive };
}
