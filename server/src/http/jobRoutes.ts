import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { CHEMISTRIES, PROFILE_IDS } from '@ombrik/core/document/brief/brief';
import { checkBoard } from '@ombrik/core/document/checkBoard';
import type { Command } from '@ombrik/core/document/commands';
import { flag, list, num, oneOfNumber, oneOfText, orNull, record, text } from '@ombrik/core/document/schemaKit';
import { boardFromTemplate, TEMPLATES } from '@ombrik/core/document/templates';
import { Hono } from 'hono';
import type { Knex } from 'knex';
import { nanoid } from 'nanoid';
import type { Schema } from 'yup';
import * as yup from 'yup';
import { recordMade } from '../store/cableRecords.ts';
import { type JobFile, jobFile } from '../store/jobFile.ts';
import {
  appendEdit,
  appendStep,
  createJob,
  type EditOutcome,
  findJob,
  knownEdits,
  setArchived,
  setWantedOn,
  undoState,
} from '../store/jobs.ts';
import { addRelease, releaseOf, releasesOf } from '../store/releases.ts';
import { withRetry } from '../store/retry.ts';
import { releaseAll } from '../store/stock.ts';
import { floorOf, type WallQuestion, wallOf } from '../store/summaries.ts';
import { dateText } from './dateText.ts';
import { onePress } from './onePress.ts';
import { body, refuse } from './problems.ts';
import { type AppEnv, signedIn } from './session.ts';

const wantedDate = () => orNull(dateText());
const newJob = record({
  jobName: text(1, 80),
  customer: text(0, 80),
  place: text(0, 120),
  systemVoltageV: oneOfNumber([12, 24, 48]),
  chemistry: oneOfText(CHEMISTRIES),
  profileId: oneOfText(PROFILE_IDS),
  wantedOn: wantedDate(),
  /** Which template the order starts from; empty starts from nothing. */
  template: oneOfText(['', ...TEMPLATES.map((t) => t.id)]),
});
const anyCommands = () => list(yup.mixed().defined() as unknown as Schema<unknown>, { min: 1, max: 6000 });
const revisionNumber = () => num({ min: 1, max: 1e9, integer: true });
const editBody = record({
  editId: text(8, 64),
  baseRevision: revisionNumber(),
  label: text(1, 120),
  commands: anyCommands(),
});
const releaseBody = record({
  way: oneOfText(['release', 'withdraw']),
  revision: revisionNumber(),
  reason: text(0, 300),
});
/** A page that was closed leaves no more unsent edits than this. */
const MOST_KEYS = 500;
const stepBody = record({ editId: text(8, 64), baseRevision: revisionNumber() });
const madeBody = record({
  cableIds: list(text(1, 64), { min: 1, max: 800 }),
  made: flag(),
  revision: revisionNumber(),
});

/** A revision asked for in the address; undefined asks for the newest. */
export function revisionIn(asked: string | undefined): number | undefined {
  if (asked === undefined) return undefined;
  if (!/^[1-9]\d{0,8}$/.test(asked)) refuse(422, `revision is "${asked}"; accepted: a whole number from 1`);
  return Number(asked);
}

export async function fileOr404(db: Knex, jobId: string, revision?: number): Promise<JobFile> {
  const file = await jobFile(db, jobId, revision);
  if (!file) refuse(404, revision === undefined ? 'no such job' : `no revision ${revision} of this job`);
  return file;
}

const openStops = (file: JobFile): string[] =>
  file.dossier.findings.filter((f) => f.severity === 'stop').map((f) => f.says);

/** The wall shows so many jobs at once where nobody says how many. */
const PAGE = 300;

function wallQuestion(asked: Record<string, string>): WallQuestion {
  const number = (name: string, usual: number, most: number): number => {
    const text = asked[name] ?? String(usual);
    const value = /^\d{1,9}$/.test(text) ? Number(text) : -1;
    if (value < 0 || value > most) refuse(422, `${name} is "${text}"; accepted: a whole number from 0 to ${most}`);
    return value;
  };
  return {
    archived: asked.archived !== 'no',
    words: (asked.words ?? '').slice(0, 100),
    offset: number('offset', 0, 1e8),
    limit: number('limit', PAGE, 5000),
  };
}

function outcome(result: EditOutcome) {
  if (result.kind === 'noJob') refuse(404, 'no such job');
  if (result.kind === 'refused') refuse(422, ...result.problems);
  return result;
}

/** Jobs, their boards' edits, and ticks from the floor. */
export const jobRoutes = new Hono<AppEnv>()
  .use(signedIn, onePress)
  .get('/', async (c) => c.json(await wallOf(c.get('db'), wallQuestion(c.req.query()))))
  .post('/', body(newJob), async (c) => {
    const { wantedOn, template, ...brief } = c.req.valid('json');
    const board = boardFromTemplate(template, brief);
    const job = await createJob(c.get('db'), board, c.get('person').id, wantedOn, 'Job taken in');
    return c.json({ job }, 201);
  })
  .post('/import', async (c) => {
    const value: unknown = await c.req
      .json()
      .catch(() => refuse(422, 'the file is not JSON; accepted: a board document'));
    const checked = checkBoard(value, genericCatalogue);
    if (!checked.ok) refuse(422, ...checked.problems);
    const job = await createJob(c.get('db'), checked.board, c.get('person').id, null, 'Imported from a file');
    return c.json({ job }, 201);
  })
  .get('/:id', async (c) => {
    const db = c.get('db');
    const file = await fileOr404(db, c.req.param('id'));
    const { undo, redo } = await undoState(db, file.job.id, c.get('person').id);
    const { stations } = await floorOf(db, file);
    return c.json({
      job: file.job,
      revision: file.revision,
      released: await releaseOf(db, file.job.id),
      board: file.board,
      workshop: file.workshop,
      dossierFingerprint: file.dossierFingerprint,
      undo: undo && { label: undo.label },
      redo: redo && { label: redo.label },
      stations,
    });
  })
  .get('/:id/dossier', async (c) => {
    const file = await fileOr404(c.get('db'), c.req.param('id'), revisionIn(c.req.query('revision')));
    return c.json({ revision: file.revision, dossier: file.dossier, dossierFingerprint: file.dossierFingerprint });
  })
  .post('/:id/duplicate', async (c) => {
    const file = await fileOr404(c.get('db'), c.req.param('id'));
    const board = {
      ...file.board,
      brief: { ...file.board.brief, jobName: `${file.board.brief.jobName} (copy)`.slice(0, 80) },
    };
    const job = await createJob(c.get('db'), board, c.get('person').id, null, `Copied from job ${file.job.number}`);
    return c.json({ job }, 201);
  })
  .post('/:id/archive', body(record({ archived: flag() })), async (c) => {
    if (!(await findJob(c.get('db'), c.req.param('id')))) refuse(404, 'no such job');
    const { archived } = c.req.valid('json');
    await setArchived(c.get('db'), c.req.param('id'), archived);
    // What was set aside for a job that is put away is free again.
    if (archived)
      await c
        .get('db')
        .transaction((trx) =>
          releaseAll(trx, c.get('person').id, c.req.param('id'), {}, 'the job was archived', `archive-${nanoid()}`),
        );
    return c.json({ ok: true });
  })
  .post('/:id/wanted', body(record({ wantedOn: wantedDate() })), async (c) => {
    if (!(await findJob(c.get('db'), c.req.param('id')))) refuse(404, 'no such job');
    await setWantedOn(c.get('db'), c.req.param('id'), c.req.valid('json').wantedOn);
    return c.json({ ok: true });
  })
  .post('/:id/edits', body(editBody), async (c) => {
    const { editId, baseRevision, label, commands } = c.req.valid('json');
    const result = outcome(
      await appendEdit(c.get('db'), c.req.param('id'), c.get('person').id, {
        editId,
        baseRevision,
        label,
        commands: commands as Command[],
        way: 'edit',
        refersTo: null,
      }),
    );
    if (result.kind === 'stale')
      return c.json(
        {
          problems: [`made on revision ${baseRevision}, the board is at ${result.revision}`],
          revision: result.revision,
          board: result.board,
        },
        409,
      );
    return c.json({ revision: result.revision }, 200);
  })
  .get('/:id/edits/known', async (c) => {
    const keys = (c.req.query('keys') ?? '').split(',');
    if (keys.length > MOST_KEYS) refuse(422, `keys has ${keys.length} entries; accepted: at most ${MOST_KEYS}`);
    return c.json({ known: await knownEdits(c.get('db'), c.req.param('id'), keys) });
  })
  .post('/:id/:way{undo|redo}', body(stepBody), async (c) => {
    const db = c.get('db');
    const way = c.req.param('way') as 'undo' | 'redo';
    const { editId, baseRevision } = c.req.valid('json');
    const result = await appendStep(db, c.req.param('id'), c.get('person').id, { editId, baseRevision, way });
    if (result.kind === 'nothing') refuse(409, `nothing of yours to ${way}`);
    if (result.kind === 'overtaken')
      refuse(
        409,
        `"${result.label}" can no longer be taken back: somebody changed what it touched`,
        ...result.problems,
      );
    const done = outcome(result);
    if (done.kind === 'stale')
      return c.json(
        {
          problems: [`made on revision ${baseRevision}, the board is at ${done.revision}`],
          revision: done.revision,
          board: done.board,
        },
        409,
      );
    return c.json({ revision: done.revision, board: done.board }, 200);
  })
  .get('/:id/releases', async (c) => {
    const file = await fileOr404(c.get('db'), c.req.param('id'));
    return c.json({ releases: await releasesOf(c.get('db'), file.job.id) });
  })
  .post('/:id/release', body(releaseBody), async (c) => {
    const db = c.get('db');
    const { way, revision, reason } = c.req.valid('json');
    const file = await fileOr404(db, c.req.param('id'));
    const now = await releaseOf(db, file.job.id);
    if (way === 'withdraw') {
      if (!now) refuse(409, 'this job is not released');
      if (reason.trim() === '') refuse(422, 'reason is ""; accepted: why it is withdrawn, 1 to 300 characters');
    } else {
      if (revision !== file.revision)
        refuse(409, `released at revision ${revision}, the board is at ${file.revision}: look at it again`);
      if (file.board.items.length === 0) refuse(422, 'there is nothing to make yet: no parts, no cables');
      const stops = openStops(file);
      if (stops.length > 0 && (c.get('person').role !== 'designer' || reason.trim() === ''))
        refuse(
          422,
          `${stops.length} stop findings are open: only a designer releases it so, with a reason`,
          ...stops.slice(0, 5),
        );
    }
    await addRelease(db, file.job.id, c.get('person').id, {
      way,
      revision: way === 'withdraw' ? now!.revision : file.revision,
      reason: reason.trim(),
      openStops: way === 'withdraw' ? [] : openStops(file),
    });
    if (way === 'withdraw')
      await db.transaction((trx) =>
        releaseAll(trx, c.get('person').id, file.job.id, {}, 'the job was withdrawn', `withdraw-${nanoid()}`),
      );
    return c.json({ released: await releaseOf(db, file.job.id) });
  })
  .get('/:id/floor', async (c) => {
    const file = await fileOr404(c.get('db'), c.req.param('id'));
    const { made, bench, stations } = await floorOf(c.get('db'), file);
    return c.json({ revision: file.revision, made: made.map(({ row: _, ...said }) => said), bench, stations });
  })
  .post('/:id/made', body(madeBody), async (c) => {
    const db = c.get('db');
    const { cableIds, made, revision } = c.req.valid('json');
    const file = await fileOr404(db, c.req.param('id'), revision);
    const cables = cableIds.map(
      (id) =>
        file.dossier.cables.find((x) => x.cableId === id) ??
        refuse(422, `cableIds has "${id}"; accepted: a cable of revision ${revision}`),
    );
    await withRetry(() => recordMade(db, file, cables, c.get('person').id, made, nanoid()));
    return c.json({ ok: true });
  });
