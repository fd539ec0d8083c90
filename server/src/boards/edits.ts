import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { BOARD_FORMAT_VERSION, type Board } from '@ombrik/core/document/board';
import { applyCommands, type Command } from '@ombrik/core/document/commands';
import { migrateBoard } from '@ombrik/core/document/migrate';
import { profileById } from '@ombrik/core/profiles/profiles';
import { VERSIONS } from '@ombrik/core/versions';
import type { Knex } from 'knex';
import { LRUCache } from 'lru-cache';
import { nanoid } from 'nanoid';
import { quickWork } from '../work/pools.ts';
import { ownWorkshop } from '../workshop/workshopStore.ts';

export type EditWay = 'edit' | 'undo' | 'redo';
export interface EditRequest {
  editId: string;
  baseRevision: number;
  label: string;
  commands: Command[];
  way: EditWay;
  refersTo: number | null;
}

export type EditOutcome =
  | { kind: 'accepted'; revision: number; board: Board }
  | { kind: 'stale'; revision: number; board: Board }
  | { kind: 'refused'; problems: string[] }
  | { kind: 'noJob' };

const SNAPSHOT_EVERY = 20;

/** Versions of the other three values and of core, kept with every revision. */
const pinsOf = (board: Board, workshopVersion: string) => ({
  catalogue: genericCatalogue.version,
  profile: `${board.brief.profileId}@${profileById(board.brief.profileId).version}`,
  workshop: workshopVersion,
  core: VERSIONS.core,
});

async function workshopVersion(db: Knex): Promise<string> {
  const row = await ownWorkshop(db).first(db.raw("values ->> 'version' AS version"));
  return row?.version ?? '1';
}

/** A board as it was taken in: revision 1 of its job. */
export async function firstEdit(
  trx: Knex,
  jobId: string,
  personId: string,
  board: Board,
  label: string,
): Promise<void> {
  await trx('edits').insert({
    job_id: jobId,
    revision: 1,
    edit_id: nanoid(),
    person_id: personId,
    label,
    way: 'create',
    format_version: BOARD_FORMAT_VERSION,
    commands: '[]',
    inverse: '[]',
    pins: JSON.stringify(pinsOf(board, await workshopVersion(trx))),
  });
  await trx('snapshots').insert({ job_id: jobId, revision: 1, board: JSON.stringify(board) });
}

/**
 * Boards by job, revision and the edit that made it: an edit that was taken back with its press leaves its board under a
 * name that no other edit of that revision has.
 */
const cache = new LRUCache<string, Board>({ max: 200 });
const nameOf = (jobId: string, revision: number, editId: string) => `${jobId}/${revision}/${editId}`;

/**
 * The board at a revision: the nearest snapshot with the edits after it applied. Null when there is none.
 * @param editId of the edit that made the revision
 */
export async function boardMadeBy(db: Knex, jobId: string, revision: number, editId: string): Promise<Board | null> {
  const key = nameOf(jobId, revision, editId);
  const known = cache.get(key);
  if (known) return known;
  const snapshot = await db('snapshots')
    .where({ job_id: jobId })
    .where('revision', '<=', revision)
    .orderBy('revision', 'desc')
    .first();
  if (!snapshot) return null;
  const edits = await db('edits')
    .where({ job_id: jobId })
    .whereBetween('revision', [snapshot.revision + 1, revision])
    .orderBy('revision');
  if (snapshot.revision + edits.length !== revision) return null;
  // Commands speak the format of their day: a board is brought up before the first edit made in a newer one.
  const upTo = (board: Board, formatVersion: number): Board =>
    board.formatVersion < formatVersion ? (migrateBoard(board) as Board) : board;
  const board = edits.reduce(
    (b: Board, e) => applyCommands(upTo(b, e.format_version), e.commands as Command[]).board,
    snapshot.board as Board,
  );
  const newest = upTo(board, BOARD_FORMAT_VERSION);
  cache.set(key, newest);
  return newest;
}

/** As `boardMadeBy`, for whoever knows the revision only. */
export async function boardAt(db: Knex, jobId: string, revision: number): Promise<Board | null> {
  const last = await db('edits').where({ job_id: jobId, revision }).first('edit_id');
  return last ? boardMadeBy(db, jobId, revision, last.edit_id) : null;
}

/** What an edit did when its id was first sent; null where it never was. */
export async function doneBefore(
  db: Knex,
  jobId: string,
  editId: string,
): Promise<{ revision: number; board: Board } | null> {
  const again = await db('edits').where({ job_id: jobId, edit_id: editId }).first();
  return again ? { revision: again.revision, board: (await boardMadeBy(db, jobId, again.revision, editId))! } : null;
}

/** Of these edit ids the ones a job has taken. */
export const knownEdits = async (db: Knex, jobId: string, editIds: readonly string[]): Promise<string[]> =>
  (await db('edits').where({ job_id: jobId }).whereIn('edit_id', editIds).select('edit_id')).map((r) => r.edit_id);

/**
 * Appends one edit. The job's row is locked, so of two edits on the same revision one is accepted and one is stale.
 * The same edit id sent again answers with what it did the first time.
 */
export async function appendEdit(
  db: Knex,
  jobId: string,
  personId: string,
  request: EditRequest,
): Promise<EditOutcome> {
  return withJob(db, jobId, request.editId, (trx, job) => append(trx, job, personId, request));
}

/**
 * Takes one of a person's own steps back, or does it again. The same id sent again answers with what it did the first
 * time, whatever there is left to take back by then.
 * @returns `nothing` where there is no such step
 */
export async function appendStep(
  db: Knex,
  jobId: string,
  personId: string,
  { editId, baseRevision, way }: { editId: string; baseRevision: number; way: 'undo' | 'redo' },
): Promise<EditOutcome | { kind: 'nothing' } | { kind: 'overtaken'; label: string; problems: string[] }> {
  return withJob(db, jobId, editId, async (trx, job) => {
    const step = (await undoState(trx, jobId, personId))[way];
    if (!step) return { kind: 'nothing' };
    const done = await append(trx, job, personId, {
      editId,
      baseRevision,
      label: `${way === 'undo' ? 'Undo' : 'Redo'}: ${step.label}`.slice(0, 120),
      commands: step.commands,
      way,
      refersTo: step.revision,
    });
    return done.kind === 'refused' ? { kind: 'overtaken', label: step.label, problems: done.problems } : done;
  });
}

interface Locked {
  id: string;
  revision: number;
}

/** Works on a job with its row locked, unless this very edit was done before. */
function withJob<T>(
  db: Knex,
  jobId: string,
  editId: string,
  work: (trx: Knex.Transaction, job: Locked) => Promise<T>,
): Promise<T | EditOutcome> {
  return db.transaction(async (trx) => {
    const job = await trx('jobs').where({ id: jobId }).forUpdate().first();
    if (!job) return { kind: 'noJob' };
    const before = await doneBefore(trx, jobId, editId);
    return before ? { kind: 'accepted', ...before } : work(trx, job);
  });
}

async function append(
  trx: Knex.Transaction,
  job: Locked,
  personId: string,
  request: EditRequest,
): Promise<EditOutcome> {
  const jobId = job.id;
  const current = (await boardAt(trx, jobId, job.revision))!;
  if (request.baseRevision !== job.revision) return { kind: 'stale', revision: job.revision, board: current };
  const applied = await quickWork('edit', { board: current, commands: request.commands });
  if ('problems' in applied) return { kind: 'refused', problems: applied.problems };
  const revision = job.revision + 1;
  await trx('edits').insert({
    job_id: jobId,
    revision,
    edit_id: request.editId,
    person_id: personId,
    label: request.label,
    way: request.way,
    format_version: BOARD_FORMAT_VERSION,
    refers_to: request.refersTo,
    commands: JSON.stringify(request.commands),
    inverse: JSON.stringify(applied.inverse),
    pins: JSON.stringify(pinsOf(applied.board, await workshopVersion(trx))),
  });
  if (revision % SNAPSHOT_EVERY === 0)
    await trx('snapshots').insert({ job_id: jobId, revision, board: JSON.stringify(applied.board) });
  await trx('jobs').where({ id: jobId }).update({ revision });
  cache.set(nameOf(jobId, revision, request.editId), applied.board);
  return { kind: 'accepted', revision, board: applied.board };
}

export interface Step {
  revision: number;
  label: string;
  /** Commands that take the step back (for undo) or do it again (for redo). */
  commands: Command[];
}

interface StepRow {
  takes: 'undo' | 'redo';
  revision: number;
  way: EditWay;
  label: string;
  inverse: Command[];
}
/** A step back or forth is called by what it took back: see `appendStep`. */
const stepOf = (row: StepRow | undefined): Step | null => {
  if (!row) return null;
  const label = row.way === 'edit' ? row.label : row.label.replace(/^(Undo|Redo): /, '');
  return { revision: row.revision, label, commands: row.inverse };
};

/**
 * What this person can undo and redo on a job: the newest of their own steps that was not taken back, and the newest taken
 * back since their last edit that was not done again. However long a job is worked on, few rows are read.
 */
export async function undoState(
  db: Knex,
  jobId: string,
  personId: string,
): Promise<{ undo: Step | null; redo: Step | null }> {
  const own = () => db('edits as e').where({ 'e.job_id': jobId, 'e.person_id': personId });
  const notAnsweredBy = (way: EditWay) => (q: Knex.QueryBuilder) =>
    void q.whereNotExists(
      db('edits as later')
        .where({ 'later.job_id': jobId, 'later.person_id': personId, 'later.way': way })
        .whereRaw('later.revision > e.revision AND later.refers_to = e.revision')
        .select(db.raw('1')),
    );
  const newest = (q: Knex.QueryBuilder, as: 'undo' | 'redo') =>
    q
      .orderBy('e.revision', 'desc')
      .limit(1)
      .select(db.raw('? AS takes', [as]), 'e.revision', 'e.way', 'e.label', 'e.inverse');
  const undo = newest(own().whereIn('e.way', ['edit', 'redo']).modify(notAnsweredBy('undo')), 'undo');
  const lastEdit = own().where('e.way', 'edit').max('e.revision');
  const redo = newest(
    own()
      .where('e.way', 'undo')
      .where('e.revision', '>', db.raw('coalesce((?), 0)', [lastEdit]))
      .modify(notAnsweredBy('redo')),
    'redo',
  );
  const rows: StepRow[] = await db.unionAll([undo, redo], true);
  const step = (way: 'undo' | 'redo') => stepOf(rows.find((r) => r.takes === way));
  return { undo: step('undo'), redo: step('redo') };
}
