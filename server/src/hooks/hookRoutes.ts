import { list, oneOfText, record, text } from '@ombrik/core/document/schemaKit';
import { Hono } from 'hono';
import { body } from '../http/body.ts';
import type { AppEnv } from '../http/session.ts';
import { EVENT_NAMES, EVENTS } from './events.ts';
import { addHook, hooksOf, tellHook } from './hooks.ts';

const wanted = record({ url: text(8, 500), events: list(oneOfText(EVENT_NAMES), { min: 1, max: EVENT_NAMES.length }) });

/** Programs elsewhere that are told of what happens here. */
export const hookRoutes = new Hono<AppEnv>()
  .get('/', async (c) => c.json({ hooks: await hooksOf(c.get('db')), events: EVENTS }))
  .post('/', body(wanted), async (c) => {
    c.set('toldOnce', true);
    return c.json(await addHook(c.get('db'), c.get('person').id, c.req.valid('json')), 201);
  })
  .post('/:id/try', async (c) => {
    await tellHook(c.get('db'), c.req.param('id'), 'try', { says: 'this is a trial; nothing happened' });
    return c.json({ ok: true });
  })
  .post('/:id/removed', async (c) => {
    await c
      .get('db')('hooks')
      .where({ id: c.req.param('id') })
      .delete();
    return c.json({ ok: true });
  });
