import { list, num, orNull, record, text } from '@ombrik/core/document/schemaKit';
import { Hono } from 'hono';
import { withRetry } from '../database/retry.ts';
import { revisionIn } from '../http/asked.ts';
import { body } from '../http/body.ts';
import { dateText } from '../http/dateText.ts';
import type { AppEnv } from '../http/session.ts';
import { buying, dropOffer, importOffers, order, putOffer, sizesUp } from './buyingService.ts';
import { giveUpLine, receiveLine } from './purchases.ts';

const price = () => num({ min: 0, max: 1e6 });
const packQuantity = () => num({ min: 1, max: 10_000_000, integer: true });
const articleId = () => text(1, 80);
const offerBody = record({
  articleId: articleId(),
  supplier: text(1, 60),
  packQuantity: packQuantity(),
  packPrice: price(),
  leadDays: num({ min: 0, max: 365, integer: true }),
});
const importBody = record({ csv: text(1, 2_000_000) });
const purchaseBody = record({
  supplier: text(1, 60),
  note: text(0, 200),
  expectedOn: orNull(dateText()),
  lines: list(
    record({
      articleId: articleId(),
      packs: num({ min: 1, max: 100_000, integer: true }),
      packQuantity: packQuantity(),
      packPrice: price(),
    }),
    { min: 1, max: 400 },
  ),
});
const receiveBody = record({
  quantity: num({ min: 1, max: 10_000_000, integer: true }),
  bin: text(1, 40),
  note: text(0, 200),
  key: text(8, 64),
});

const today = () => new Date().toISOString().slice(0, 10);

/** What to buy, from whom, until when; orders and what has come of them. */
export const buyingRoutes = new Hono<AppEnv>()
  .get('/', async (c) => c.json(await buying(c.get('db'), today())))
  .post('/offers', body(offerBody), async (c) =>
    c.json({ offers: await putOffer(c.get('db'), c.req.valid('json')) }, 201),
  )
  .post('/offers/import', body(importBody), async (c) =>
    c.json({ count: await importOffers(c.get('db'), c.req.valid('json').csv) }, 201),
  )
  .post('/offers/:id/remove', async (c) => {
    await dropOffer(c.get('db'), c.req.param('id'));
    return c.json({ ok: true });
  })
  .post('/purchases', body(purchaseBody), async (c) =>
    c.json({ id: await order(c.get('db'), c.get('person').id, c.req.valid('json')) }, 201),
  )
  .post('/purchases/:id/lines/:line{[0-9]+}/receive', body(receiveBody), async (c) => {
    const { key, ...wish } = c.req.valid('json');
    const { id, line } = c.req.param();
    await withRetry(() => receiveLine(c.get('db'), c.get('person').id, id, Number(line), wish, key));
    return c.json({ ok: true }, 201);
  })
  .post('/purchases/:id/lines/:line{[0-9]+}/give-up', async (c) => {
    await giveUpLine(c.get('db'), c.req.param('id'), Number(c.req.param('line')));
    return c.json({ ok: true });
  })
  .get('/size-up/:jobId', async (c) => {
    const { article = '', revision } = c.req.query();
    return c.json(await sizesUp(c.get('db'), c.req.param('jobId'), revisionIn(revision), article));
  });
