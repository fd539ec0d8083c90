import { num, oneOfText, orNull, record, text } from '@ombrik/core/document/schemaKit';
import { Hono } from 'hono';
import { body } from '../http/body.ts';
import type { AppEnv } from '../http/session.ts';
import { addFieldNote } from './fieldNotes.ts';
import { archiveOf, ship, shipState } from './shipService.ts';

const shipBody = record({ revision: num({ min: 1, max: 1e9, integer: true }), note: text(0, 600) });

const noteBody = record({
  unit: num({ min: 1, max: 99, integer: true }),
  kind: oneOfText(['note', 'return']),
  text: text(1, 2000),
  entityId: orNull(text(1, 64)),
});

/** A job on its way out: what is open, one press, and its sealed record. */
export const shipRoutes = new Hono<AppEnv>()
  .get('/:id/ship', async (c) => c.json(await shipState(c.get('db'), c.req.param('id'))))
  .post('/:id/ship', body(shipBody), async (c) => {
    const { origin } = new URL(c.req.url);
    const [db, person, id] = [c.get('db'), c.get('person'), c.req.param('id')];
    return c.json({ shipment: await ship(db, person, id, c.req.valid('json'), origin) }, 201);
  })
  .post('/:id/field-notes', body(noteBody), async (c) => {
    await addFieldNote(c.get('db'), c.get('person'), c.req.param('id'), c.req.valid('json'));
    return c.json({ ok: true }, 201);
  })
  .get('/:id/ship/:number/record.zip', async (c) => {
    const { name, bytes } = await archiveOf(c.get('db'), c.req.param('id'), Number(c.req.param('number')) || 0);
    return c.body(new Uint8Array(bytes), 200, {
      'Content-Type': 'application/zip',
      'Content-Disposition': `attachment; filename="${name}"`,
    });
  });
