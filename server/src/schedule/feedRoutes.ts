import { Hono } from 'hono';
import type { AppEnv } from '../http/session.ts';
import { workshopOfFeed } from '../people/whichWorkshop.ts';
import { refuse } from '../refusal.ts';
import { planCalendar } from './planCalendar.ts';
import { shopPlan } from './scheduleService.ts';

/** The plan for calendars that subscribe to it: whoever has the address reads it, nobody else. */
export const feedRoutes = new Hono<AppEnv>().get('/:token', async (c) => {
  const { ground, of } = c.get('doorstep');
  const token = /^(.+)\.ics$/.exec(c.req.param('token'))?.[1] ?? '';
  const workshopId = await workshopOfFeed(ground, token);
  if (workshopId === null) return refuse(404, 'no such calendar');
  const { sheet, plan } = await shopPlan(of(workshopId), new Date());
  return c.body(planCalendar(sheet, plan), 200, { 'Content-Type': 'text/calendar; charset=utf-8' });
});
