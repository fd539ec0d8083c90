import { num, orNull, record, text } from '@ombrik/core/document/schemaKit';
import { Hono } from 'hono';
import { body } from '../http/body.ts';
import type { AppEnv } from '../http/session.ts';
import { listMoves } from './stock.ts';
import {
  articleList,
  countAgain,
  giveBack,
  moveTo,
  putRight,
  receiveInto,
  scrap,
  setAside,
  setLevel,
  storeNow,
  takeOut,
} from './stockService.ts';

const key = () => text(8, 64);
const quantity = (min = 1) => num({ min, max: 10_000_000, integer: true });
const receiveBody = record({
  articleId: text(1, 80),
  /** Each of them, in whole millimetres or pieces. */
  quantity: quantity(),
  /** How many reels or sticks of that length; 1 for pieces. */
  times: num({ min: 1, max: 100, integer: true }),
  bin: text(1, 40),
  /** What all of it cost together; null when nobody knows. */
  cost: orNull(num({ min: 0, max: 1e6 })),
  /** Length it was bought in, where this is a remnant of it. */
  boughtMm: orNull(quantity()),
  /** An offcut of sheet. */
  widthMm: orNull(num({ min: 10, max: 5000, unit: 'mm', integer: true })),
  heightMm: orNull(num({ min: 10, max: 5000, unit: 'mm', integer: true })),
  note: text(0, 200),
  key: key(),
});
const takeBody = record({ quantity: quantity(), jobId: orNull(text(1, 64)), note: text(0, 200), key: key() });
const reserveBody = record({ quantity: quantity(), jobId: text(1, 64), key: key() });
const releaseBody = record({ jobId: text(1, 64), key: key() });
const countBody = record({ counted: quantity(0), note: text(0, 200), key: key() });
const moveBody = record({ bin: text(1, 40), key: key() });
const scrapBody = record({ quantity: quantity(), note: text(1, 200), key: key() });
const correctBody = record({ moveId: num({ min: 1, max: 1e15, integer: true }), note: text(1, 200), key: key() });
const levelBody = record({ articleId: text(1, 80), low: orNull(quantity(0)) });

/** The store: what lies where, what comes in and goes out. Nothing is edited; a mistake is corrected by another record. */
export const stockRoutes = new Hono<AppEnv>()
  .get('/', async (c) => c.json(await storeNow(c.get('db'))))
  .get('/articles', async (c) => c.json({ articles: await articleList(c.get('db')) }))
  .post('/receive', body(receiveBody), async (c) =>
    c.json({ ids: await receiveInto(c.get('db'), c.get('person').id, c.req.valid('json')) }, 201),
  )
  .post('/levels', body(levelBody), async (c) => {
    const { articleId, low } = c.req.valid('json');
    await setLevel(c.get('db'), articleId, low);
    return c.json({ ok: true });
  })
  .get('/:id/moves', async (c) => c.json({ moves: await listMoves(c.get('db'), c.req.param('id')) }))
  .post('/:id/take', body(takeBody), async (c) => {
    await takeOut(c.get('db'), c.get('person').id, c.req.param('id'), c.req.valid('json'));
    return c.json({ ok: true }, 201);
  })
  .post('/:id/scrap', body(scrapBody), async (c) => {
    await scrap(c.get('db'), c.get('person').id, c.req.param('id'), c.req.valid('json'));
    return c.json({ ok: true }, 201);
  })
  .post('/:id/reserve', body(reserveBody), async (c) => {
    await setAside(c.get('db'), c.get('person').id, c.req.param('id'), c.req.valid('json'));
    return c.json({ ok: true }, 201);
  })
  .post('/:id/release', body(releaseBody), async (c) => {
    await giveBack(c.get('db'), c.get('person').id, c.req.param('id'), c.req.valid('json'));
    return c.json({ ok: true }, 201);
  })
  .post('/:id/count', body(countBody), async (c) => {
    await countAgain(c.get('db'), c.get('person').id, c.req.param('id'), c.req.valid('json'));
    return c.json({ ok: true }, 201);
  })
  .post('/:id/move', body(moveBody), async (c) => {
    await moveTo(c.get('db'), c.get('person').id, c.req.param('id'), c.req.valid('json'));
    return c.json({ ok: true }, 201);
  })
  .post('/correct', body(correctBody), async (c) => {
    await putRight(c.get('db'), c.get('person').id, c.req.valid('json'));
    return c.json({ ok: true }, 201);
  });
