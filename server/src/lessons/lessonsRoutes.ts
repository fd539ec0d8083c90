import { Hono } from 'hono';
import type { AppEnv } from '../http/session.ts';
import { lessonsOfShop } from './lessonsService.ts';

/** What the shop can learn from all its jobs. */
export const lessonsRoutes = new Hono<AppEnv>().get('/', async (c) => c.json(await lessonsOfShop(c.get('db'))));
