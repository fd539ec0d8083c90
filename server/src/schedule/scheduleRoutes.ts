import { list, num, oneOfText, orNull, record, text } from '@ombrik/core/document/schemaKit';
import type { JobWish } from '@ombrik/core/shop/planShop';
import { type ShopCalendar, SKILLS } from '@ombrik/core/shop/shopCalendar';
import { Hono } from 'hono';
import { floorReports } from '../build/floorReports.ts';
import { shopTimes } from '../build/shopTimes.ts';
import { dieBatchesOfShop } from '../cables/dieBatchesOfShop.ts';
import { body } from '../http/body.ts';
import { dateText } from '../http/dateText.ts';
import type { AppEnv } from '../http/session.ts';
import { requireWish, shopSheet } from './scheduleService.ts';
import { feedToken, newFeedToken, setCalendar, setWish } from './shopCalendars.ts';
import { whoIsOn } from './whoIsOn.ts';

const away = () => list(record({ from: dateText(), to: dateText(), why: text(0, 120) }), { max: 200 });
const calendarBody = record({
  calendar: record({
    opensMin: num({ min: 0, max: 1200, integer: true, unit: 'min' }),
    closed: away(),
    hands: list(
      record({
        personId: text(1, 64),
        skills: list(oneOfText([...SKILLS]), { max: SKILLS.length }),
        hours: list(num({ min: 0, max: 16, unit: 'h' }), { min: 7, max: 7 }),
        visits: orNull(list(dateText(), { max: 400 })),
        away: away(),
      }),
      { max: 200 },
    ),
    benches: num({ min: 1, max: 50, integer: true }),
    crimpPlaces: num({ min: 1, max: 50, integer: true }),
  }),
});
const wishBody = record({
  jobId: text(1, 64),
  turn: oneOfText(['first', 'usual', 'last']),
  operations: list(record({ id: text(1, 200), notBefore: orNull(dateText()), personId: orNull(text(1, 64)) }), {
    max: 400,
  }),
});

/** The shop's calendar, what its plan is made from, and who wants it otherwise. */
export const scheduleRoutes = new Hono<AppEnv>()
  .get('/', async (c) =>
    c.json({ sheet: await shopSheet(c.get('db'), new Date()), feed: await feedToken(c.get('db')) }),
  )
  .get('/reports', async (c) => c.json({ reports: await floorReports(c.get('db')) }))
  .get('/times', async (c) => c.json({ times: await shopTimes(c.get('db')) }))
  .get('/dies', async (c) => c.json({ dies: await dieBatchesOfShop(c.get('db')) }))
  .get('/now', async (c) => c.json({ on: await whoIsOn(c.get('db'), new Date()) }))
  .post('/calendar', body(calendarBody), async (c) => {
    await setCalendar(c.get('db'), c.req.valid('json').calendar as ShopCalendar);
    return c.json({ ok: true });
  })
  .post('/feed', async (c) => {
    return c.json({ feed: await newFeedToken(c.get('db')) });
  })
  .post('/wishes', body(wishBody), async (c) => {
    const { jobId, turn, operations } = c.req.valid('json');
    const wish = {
      jobId,
      turn,
      operations: Object.fromEntries(operations.map(({ id, ...o }) => [id, o])),
    } as JobWish;
    await requireWish(c.get('db'), wish);
    await setWish(c.get('db'), c.get('person').id, wish);
    return c.json({ ok: true });
  });
