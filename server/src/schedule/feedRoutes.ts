import { Hono } from 'hono';
import type { AppEnv } from '../http/session.ts';
import { refuse } from '../refusal.ts';
import { planCalendar } from './planCalendar.ts';
import { shopPlan } from './scheduleService.ts';
import { feedToken } from './shopCalendars.ts';

/** The plan for calendars that subscribe to it: whoever has the address reads it, nobody else. */
export const feedRoutes = new Hono<AppEnv>().get('/:token', async (c) => {
  const token = await feedToken(c.get('db'));
  if (!token || c.req.param('token') !== `${token}.ics`) return refuse(404, 'no such calendar');
  const { sheet, plan } = await shopPlan(c.get('db'), new Date());
  return c.body(planCalendar(sheet, plan), 200, { 'Content-Type': 'text/calendar; charset=utf-8' });
});
