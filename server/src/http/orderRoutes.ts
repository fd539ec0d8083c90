import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { partIndex } from '@ombrik/core/document/references';
import { flag, num, oneOfText, record, text } from '@ombrik/core/document/schemaKit';
import { quoteOf, WORK_KINDS } from '@ombrik/core/power/quote/quote';
import { Hono } from 'hono';
import type { Knex } from 'knex';
import { quotePaper } from '../papers/quotePaper.ts';
import {
  addAttachment,
  attachmentProblems,
  listAttachments,
  readAttachment,
  setAttachmentRemoved,
  typeOfFile,
} from '../store/attachments.ts';
import type { JobFile } from '../store/jobFile.ts';
import { findQuote, keepQuote, listQuotes } from '../store/quotes.ts';
import { addHours, listHours, pastTimes } from '../store/workHours.ts';
import { dateText } from './dateText.ts';
import { fileOr404 } from './jobRoutes.ts';
import { onePress } from './onePress.ts';
import { headOf } from './paperRoutes.ts';
import { body, refuse } from './problems.ts';
import { type AppEnv, signedIn } from './session.ts';

const hoursBody = record({
  kind: oneOfText(WORK_KINDS),
  hours: num({ min: -200, max: 200, unit: 'h' }),
  workedOn: dateText(),
  note: text(0, 200),
});
const quoteBody = record({ revision: num({ min: 1, max: 1e9, integer: true }), note: text(0, 300) });

async function offerOf(db: Knex, file: JobFile) {
  const past = await pastTimes(db, file.job.id);
  return quoteOf(file.board, file.dossier, partIndex(file.board, genericCatalogue), file.workshop, past);
}

/** What hangs on an order beside its board: files, hours worked, versioned offers. */
export const orderRoutes = new Hono<AppEnv>()
  .use(signedIn, onePress)
  .get('/:id/files', async (c) => c.json({ files: await listAttachments(c.get('db'), c.req.param('id')) }))
  .post('/:id/files', async (c) => {
    const db = c.get('db');
    const { job } = await fileOr404(db, c.req.param('id'));
    const form = await c.req
      .parseBody()
      .catch(() => refuse(422, 'the request carries no form; accepted: a form with "file"'));
    const file = form.file;
    if (!(file instanceof File)) refuse(422, 'file is missing; accepted: one file in the form');
    const bytes = new Uint8Array(await file.arrayBuffer());
    const problems = await attachmentProblems(db, job.id, file.name, bytes);
    if (problems.length > 0) refuse(422, ...problems);
    const type = (await typeOfFile(file.name, bytes))!;
    const id = await addAttachment(db, job.id, c.get('person').id, { name: file.name, type, bytes });
    return c.json({ id }, 201);
  })
  .get('/:id/files/:fileId', async (c) => {
    const file = await readAttachment(c.get('db'), c.req.param('id'), c.req.param('fileId'));
    if (!file) refuse(404, 'no such file on this job');
    const name = encodeURIComponent(file.name);
    return c.body(new Uint8Array(file.bytes), 200, {
      'Content-Type': file.type === 'text/plain' ? 'text/plain; charset=utf-8' : file.type,
      'Content-Disposition': `inline; filename*=UTF-8''${name}`,
      // A file somebody sent in never runs anything here.
      'Content-Security-Policy': "sandbox; default-src 'none'; img-src 'self'; style-src 'unsafe-inline'",
      'X-Content-Type-Options': 'nosniff',
      'Cache-Control': 'private, max-age=86400',
    });
  })
  .post('/:id/files/:fileId/removed', body(record({ removed: flag() })), async (c) => {
    const done = await setAttachmentRemoved(
      c.get('db'),
      c.req.param('id'),
      c.req.param('fileId'),
      c.req.valid('json').removed,
    );
    if (!done) refuse(404, 'no such file on this job');
    return c.json({ ok: true });
  })
  .get('/:id/hours', async (c) => c.json({ hours: await listHours(c.get('db'), c.req.param('id')) }))
  .post('/:id/hours', body(hoursBody), async (c) => {
    const db = c.get('db');
    const { job } = await fileOr404(db, c.req.param('id'));
    const entry = c.req.valid('json');
    if (entry.hours === 0) refuse(422, 'hours is 0; accepted: hours worked, negative to correct an entry');
    await addHours(db, job.id, c.get('person').id, entry);
    return c.json({ ok: true }, 201);
  })
  .get('/:id/quotes', async (c) => {
    const db = c.get('db');
    const file = await fileOr404(db, c.req.param('id'));
    return c.json({
      revision: file.revision,
      draft: await offerOf(db, file),
      past: await pastTimes(db, file.job.id),
      versions: await listQuotes(db, file.job.id),
    });
  })
  .post('/:id/quotes', body(quoteBody), async (c) => {
    const db = c.get('db');
    const { revision, note } = c.req.valid('json');
    const file = await fileOr404(db, c.req.param('id'));
    if (revision !== file.revision)
      refuse(409, `the offer was seen at revision ${revision}, the board is at ${file.revision}: look at it again`);
    const version = await keepQuote(db, file.job.id, c.get('person').id, {
      revision,
      quote: await offerOf(db, file),
      note,
    });
    return c.json({ version }, 201);
  })
  .get('/:id/quotes/:version{[0-9]+}/paper', async (c) => {
    const db = c.get('db');
    const kept = await findQuote(db, c.req.param('id'), Number(c.req.param('version')));
    if (!kept) refuse(404, `no quote ${c.req.param('version')} of this job`);
    const file = await fileOr404(db, c.req.param('id'), kept.revision);
    const head = headOf(file, `Quote ${file.job.number}-${kept.version}`);
    return c.body(new Uint8Array(await quotePaper(file, kept, head)), 200, {
      'Content-Type': 'application/pdf',
      'Content-Disposition': `inline; filename="quote-${file.job.number}-${kept.version}.pdf"`,
    });
  });
