import { Hono } from 'hono';
import type { AppEnv } from '../http/session.ts';
import { scanned } from './scanService.ts';

/** Where a scanned code leads. */
export const scanRoutes = new Hono<AppEnv>().get('/', async (c) =>
  c.json(await scanned(c.get('db'), c.req.query('code') ?? '')),
);
