import { flag, num, oneOfText, record, text } from '@ombrik/core/document/schemaKit';
import { WORK_KINDS } from '@ombrik/core/power/quote/quote';
import { Hono } from 'hono';
import { body } from '../http/body.ts';
import { dateText } from '../http/dateText.ts';
import { formFile } from '../http/formFile.ts';
import type { AppEnv } from '../http/session.ts';
import { listAttachments } from './attachments.ts';
import { attach, enterHours, fileOfOrder, keepOffer, offersOf, setFileRemoved } from './orderService.ts';
import { listHours } from './workHours.ts';

const hoursBody = record({
  kind: oneOfText(WORK_KINDS),
  hours: num({ min: -200, max: 200, unit: 'h' }),
  workedOn: dateText(),
  note: text(0, 200),
});
const quoteBody = record({ revision: num({ min: 1, max: 1e9, integer: true }), note: text(0, 300) });

/** What hangs on an order beside its board: files, hours worked, versioned offers. */
export const orderRoutes = new Hono<AppEnv>()
  .get('/:id/files', async (c) => c.json({ files: await listAttachments(c.get('db'), c.req.param('id')) }))
  .post('/:id/files', async (c) => {
    const { name, bytes } = await formFile(c);
    return c.json({ id: await attach(c.get('db'), c.get('person').id, c.req.param('id'), name, bytes) }, 201);
  })
  .get('/:id/files/:fileId', async (c) => {
    const file = await fileOfOrder(c.get('db'), c.req.param('id'), c.req.param('fileId'));
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
    const { id, fileId } = c.req.param();
    await setFileRemoved(c.get('db'), id, fileId, c.req.valid('json').removed);
    return c.json({ ok: true });
  })
  .get('/:id/hours', async (c) => c.json({ hours: await listHours(c.get('db'), c.req.param('id')) }))
  .post('/:id/hours', body(hoursBody), async (c) => {
    await enterHours(c.get('db'), c.get('person').id, c.req.param('id'), c.req.valid('json'));
    return c.json({ ok: true }, 201);
  })
  .get('/:id/quotes', async (c) => c.json(await offersOf(c.get('db'), c.req.param('id'))))
  .post('/:id/quotes', body(quoteBody), async (c) =>
    c.json({ version: await keepOffer(c.get('db'), c.get('person').id, c.req.param('id'), c.req.valid('json')) }, 201),
  );
