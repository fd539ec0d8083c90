import type { Command } from '@ombrik/core/document/commands';
import { list, num, record, text } from '@ombrik/core/document/schemaKit';
import { Hono } from 'hono';
import type { Schema } from 'yup';
import * as yup from 'yup';
import { beforeIn, countIn, revisionIn } from '../http/asked.ts';
import { body } from '../http/body.ts';
import type { AppEnv } from '../http/session.ts';
import { refuse } from '../refusal.ts';
import { type Changed, changeBoard, dossierText, stepBoard } from './boardService.ts';
import { knownEdits } from './edits.ts';
import { requireSheet } from './jobFile.ts';
import { revisionsOf } from './revisions.ts';

const anyCommands = () => list(yup.mixed().defined() as unknown as Schema<unknown>, { min: 1, max: 6000 });
const revisionNumber = () => num({ min: 1, max: 1e9, integer: true });
const editBody = record({
  editId: text(8, 64),
  baseRevision: revisionNumber(),
  label: text(1, 120),
  commands: anyCommands(),
});
const stepBody = record({ editId: text(8, 64), baseRevision: revisionNumber() });
/** A page that was closed leaves no more unsent edits than this. */
const MOST_KEYS = 500;

/** Somebody was quicker: what the board is now goes along, so that the browser can put its edit on top. */
const overtaken = ({ revision, board }: Changed, baseRevision: number) => ({
  problems: [`made on revision ${baseRevision}, the board is at ${revision}`],
  revision,
  board,
});

/** The board of a job: edits one after the other, taken back and done again, and what derives from it. */
export const boardRoutes = new Hono<AppEnv>()
  /** The authoritative dossier; null in its place where the one who asks has worked out the same. */
  .get('/:id/dossier', async (c) => {
    const { known, revision } = c.req.query();
    const text = await dossierText(c.get('db'), c.req.param('id'), revisionIn(revision), known);
    return c.body(text, 200, { 'Content-Type': 'application/json' });
  })
  .post('/:id/edits', body(editBody), async (c) => {
    const { commands, ...wish } = c.req.valid('json');
    const done = await changeBoard(c.get('db'), c.req.param('id'), c.get('person').id, {
      ...wish,
      commands: commands as Command[],
    });
    return done.stale ? c.json(overtaken(done, wish.baseRevision), 409) : c.json({ revision: done.revision }, 200);
  })
  .get('/:id/revisions', async (c) => {
    const asked = c.req.query();
    const limit = countIn(asked, 'limit', 100, 500);
    const revisions = await revisionsOf(c.get('db'), c.req.param('id'), beforeIn(asked), limit);
    return c.json({ revisions });
  })
  /** A board as it was, with what the workshop holds true now. */
  .get('/:id/revisions/:revision', async (c) => {
    const { board, workshop, revision, job } = await requireSheet(
      c.get('db'),
      c.req.param('id'),
      revisionIn(c.req.param('revision')),
    );
    return c.json({ board, workshop, revision, jobNumber: job.number });
  })
  .get('/:id/edits/known', async (c) => {
    const keys = (c.req.query('keys') ?? '').split(',');
    if (keys.length > MOST_KEYS) refuse(422, `keys has ${keys.length} entries; accepted: at most ${MOST_KEYS}`);
    return c.json({ known: await knownEdits(c.get('db'), c.req.param('id'), keys) });
  })
  .post('/:id/:way{undo|redo}', body(stepBody), async (c) => {
    const way = c.req.param('way') as 'undo' | 'redo';
    const wish = c.req.valid('json');
    const done = await stepBoard(c.get('db'), c.req.param('id'), c.get('person').id, { ...wish, way });
    return done.stale
      ? c.json(overtaken(done, wish.baseRevision), 409)
      : c.json({ revision: done.revision, board: done.board }, 200);
  });
