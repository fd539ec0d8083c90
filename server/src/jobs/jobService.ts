import type { Board } from '@ombrik/core/document/board';
import { boardFromTemplate } from '@ombrik/core/document/templates';
import { marketCartBoard } from '@ombrik/demo/marketCart';
import type { Knex } from 'knex';
import { nanoid } from 'nanoid';
import { undoState } from '../boards/edits.ts';
import { requireFile, requireSheet } from '../boards/jobFile.ts';
import type { JobFile } from '../boards/sheet.ts';
import type { Person } from '../people/people.ts';
import { refuse } from '../refusal.ts';
import { releaseAll } from '../store/stock.ts';
import { quickWork } from '../work/pools.ts';
import type { JobRow } from './jobRow.ts';
import { createJob, findJob, setArchived, setWantedOn } from './jobs.ts';
import { addRelease, type Release, releaseOf, releasesOf } from './releases.ts';

type Brief = Parameters<typeof boardFromTemplate>[1];

/** A new order, from a template or from nothing. */
export const takeIn = (
  db: Knex,
  personId: string,
  template: string,
  brief: Brief,
  wantedOn: string | null,
): Promise<JobRow> => createJob(db, boardFromTemplate(template, brief), personId, wantedOn, 'Job taken in');

/** A job from a board document somebody has. @throws Refusal with what is wrong with it */
export async function importJob(db: Knex, personId: string, text: string): Promise<JobRow> {
  const checked = await quickWork('readBoard', { text });
  if ('problems' in checked) return refuse(422, ...checked.problems);
  return createJob(db, checked.board, personId, null, 'Imported from a file');
}

/** A whole board, drawn and worked out, to try everything on. */
export function practiceJob(db: Knex, personId: string): Promise<JobRow> {
  const board = marketCartBoard();
  const brief = { ...board.brief, jobName: 'Practice board, to try things on', customer: '' };
  return createJob(db, { ...board, brief }, personId, null, 'Taken in to try things on');
}

/** The same board as a job of its own. */
export async function copyJob(db: Knex, personId: string, jobId: string): Promise<JobRow> {
  const { job, board } = await requireSheet(db, jobId);
  const jobName = `${board.brief.jobName} (copy)`.slice(0, 80);
  const copy: Board = { ...board, brief: { ...board.brief, jobName } };
  return createJob(db, copy, personId, null, `Copied from job ${job.number}`);
}

async function requireJob(db: Knex, jobId: string): Promise<void> {
  if (!(await findJob(db, jobId))) refuse(404, 'no such job');
}

/** Puts a job away or takes it out again; what was set aside for one that is put away is free again. */
export async function putAway(db: Knex, personId: string, jobId: string, archived: boolean): Promise<void> {
  await requireJob(db, jobId);
  await setArchived(db, jobId, archived);
  if (archived) await releaseAll(db, personId, jobId, {}, 'the job was archived', `archive-${nanoid()}`);
}

export async function want(db: Knex, jobId: string, wantedOn: string | null): Promise<void> {
  await requireJob(db, jobId);
  await setWantedOn(db, jobId, wantedOn);
}

/** What a browser opens a job with. It works the board out itself, so nobody waits for that here. */
export async function openJob(db: Knex, personId: string, jobId: string) {
  const { job, revision, board, workshop } = await requireSheet(db, jobId);
  const { undo, redo } = await undoState(db, jobId, personId);
  return {
    ...{ job, revision, board, workshop },
    released: await releaseOf(db, jobId),
    undo: undo && { label: undo.label },
    redo: redo && { label: redo.label },
  };
}

export async function releaseHistory(db: Knex, jobId: string): Promise<Release[]> {
  await requireJob(db, jobId);
  return releasesOf(db, jobId);
}

const openStops = (file: JobFile): string[] =>
  file.dossier.findings.filter((f) => f.severity === 'stop').map((f) => f.says);

/** Releases a job to the floor at the revision somebody looked at. @throws Refusal where it may not be */
export async function release(
  db: Knex,
  person: Person,
  jobId: string,
  wish: { revision: number; reason: string },
): Promise<Release | null> {
  const file = await requireFile(db, jobId);
  if (wish.revision !== file.revision)
    refuse(409, `released at revision ${wish.revision}, the board is at ${file.revision}: look at it again`);
  if (file.board.items.length === 0) refuse(422, 'there is nothing to make yet: no parts, no cables');
  const stops = openStops(file);
  if (stops.length > 0 && wish.reason.trim() === '')
    refuse(
      422,
      `${stops.length} stop findings are open: only a designer releases it so, with a reason`,
      ...stops.slice(0, 5),
    );
  const { revision } = file;
  await addRelease(db, jobId, person.id, { way: 'release', revision, reason: wish.reason.trim(), openStops: stops });
  return releaseOf(db, jobId);
}

/** Takes a job back from the floor; what was set aside for it is free again. @throws Refusal where it may not be */
export async function withdraw(db: Knex, person: Person, jobId: string, reason: string): Promise<Release | null> {
  await requireJob(db, jobId);
  const now = await releaseOf(db, jobId);
  if (!now) return refuse(409, 'this job is not released');
  if (reason.trim() === '') refuse(422, 'reason is ""; accepted: why it is withdrawn, 1 to 300 characters');
  await addRelease(db, jobId, person.id, {
    way: 'withdraw',
    revision: now.revision,
    reason: reason.trim(),
    openStops: [],
  });
  await releaseAll(db, person.id, jobId, {}, 'the job was withdrawn', `withdraw-${nanoid()}`);
  return releaseOf(db, jobId);
}
