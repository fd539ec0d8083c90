import { num, record } from '@ombrik/core/document/schemaKit';
import { Hono } from 'hono';
import { body } from '../http/body.ts';
import type { AppEnv } from '../http/session.ts';
import { designsOfJob, tookVersion } from './designService.ts';

/** The design a job was started from, and that it has taken a later version. */
export const jobDesignRoutes = new Hono<AppEnv>()
  .get('/:id/design', async (c) => c.json({ design: await designsOfJob(c.get('db'), c.req.param('id')) }))
  .post('/:id/design', body(record({ version: num({ min: 1, max: 1e6, integer: true }) })), async (c) => {
    await tookVersion(c.get('db'), c.req.param('id'), c.req.valid('json').version);
    return c.json({ ok: true });
  });
