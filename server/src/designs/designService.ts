import {
  boardOfDesign,
  choicesStill,
  type DesignChoices,
  type DesignOption,
  designProblems,
  type HouseDesign,
} from '@ombrik/core/design/houseDesign';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { newId } from '@ombrik/core/document/newId';
import type { Knex } from 'knex';
import { requireSheet } from '../boards/jobFile.ts';
import type { JobRow } from '../jobs/jobRow.ts';
import { createJob } from '../jobs/jobs.ts';
import { refuse } from '../refusal.ts';
import { designAt, designOfJob, insertDesign, listDesigns, newestDesign, noteDesign } from './designs.ts';

interface Kept {
  jobId: string;
  revision: number;
  name: string;
  options: DesignOption[];
  price: number | null;
  note: string;
}

/** The board of a job as it was looked at, free of what is the job's own. */
async function boardToKeep(db: Knex, { jobId, revision, options }: Kept): Promise<Board> {
  const { board, revision: now } = await requireSheet(db, jobId);
  if (now !== revision) refuse(409, `revision is ${revision}; accepted: ${now}, as the board is now: look at it again`);
  if (board.items.length === 0) refuse(422, 'there is nothing on the board yet: a design has parts');
  const problems = designProblems(board, options, genericCatalogue);
  if (problems.length > 0) refuse(422, ...problems);
  const { brief } = board;
  return { ...board, accepted: [], survey: [], brief: { ...brief, customer: '', place: '', notes: '', questions: [] } };
}

/** Keeps the board of a job as a design of the house. */
export async function keepDesign(db: Knex, personId: string, wish: Kept): Promise<HouseDesign> {
  const board = await boardToKeep(db, wish);
  return db.transaction(async (trx) => {
    await trx.raw('LOCK TABLE house_designs IN SHARE ROW EXCLUSIVE MODE');
    const { name, options, price, note } = wish;
    if ((await listDesigns(trx)).some((d) => d.name === name))
      refuse(409, `name is "${name}", which another design has; accepted: a name of its own, or a version of that one`);
    const id = newId('hd');
    await insertDesign(trx, { id, version: 1, name, board, options, price, note, personId });
    return (await newestDesign(trx, id))!;
  });
}

/** Keeps it as the next version of a design; boards started from the earlier ones are offered the difference. */
export async function keepDesignVersion(
  db: Knex,
  personId: string,
  id: string,
  wish: Kept & { basedOn: number },
): Promise<HouseDesign> {
  const board = await boardToKeep(db, wish);
  return db.transaction(async (trx) => {
    await trx.raw('LOCK TABLE house_designs IN SHARE ROW EXCLUSIVE MODE');
    const newest = await newestDesign(trx, id);
    if (!newest) return refuse(404, `no design ${id}`);
    if (newest.version !== wish.basedOn)
      refuse(409, `basedOn is ${wish.basedOn}; accepted: ${newest.version}, which ${newest.madeBy} has kept meanwhile`);
    const { name, options, price, note } = wish;
    await insertDesign(trx, { id, version: newest.version + 1, name, board, options, price, note, personId });
    return (await newestDesign(trx, id))!;
  });
}

/** A new job with the board of a design as it was chosen. */
export async function startFromDesign(
  db: Knex,
  personId: string,
  id: string,
  wish: { version: number; choices: DesignChoices; jobName: string; customer: string; wantedOn: string | null },
): Promise<JobRow> {
  const design = await designAt(db, id, wish.version);
  if (!design) return refuse(404, `no version ${wish.version} of design ${id}`);
  const drawn = chosen(design, wish.choices);
  const board: Board = { ...drawn, brief: { ...drawn.brief, jobName: wish.jobName, customer: wish.customer } };
  return db.transaction(async (trx) => {
    const job = await createJob(
      trx,
      board,
      personId,
      wish.wantedOn,
      `Started from ${design.name}, version ${design.version}`,
    );
    await noteDesign(trx, job.id, { designId: id, version: design.version, choices: wish.choices });
    return job;
  });
}

/** @throws Refusal that names the choice and what is accepted */
function chosen(design: HouseDesign, choices: DesignChoices): Board {
  try {
    return boardOfDesign(design, choices, genericCatalogue);
  } catch (error) {
    if (error instanceof RangeError) return refuse(422, error.message);
    throw error;
  }
}

/** The version a job has of its design, as chosen, and the newest one; null where it was started from none. */
export async function designsOfJob(db: Knex, jobId: string) {
  const own = await designOfJob(db, jobId);
  if (!own) return null;
  const [has, newest] = [await designAt(db, own.designId, own.version), await newestDesign(db, own.designId)];
  return has && newest ? { choices: own.choices, has, newest } : null;
}

/** Notes that a job has taken a version, after its change was made on the board. */
export async function tookVersion(db: Knex, jobId: string, version: number): Promise<void> {
  const own = await designOfJob(db, jobId);
  if (!own) return refuse(404, 'this job was started from no design');
  const design = await designAt(db, own.designId, version);
  if (!design || version < own.version)
    refuse(422, `version is ${version}; accepted: ${own.version} or a later one of its design`);
  await noteDesign(db, jobId, { ...own, version, choices: choicesStill(design!.options, own.choices) });
}
