import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { list, num, orNull, record, text } from '@ombrik/core/document/schemaKit';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { purchaseLists } from '@ombrik/core/stock/netNeeds';
import { readOffers } from '@ombrik/core/stock/offerFile';
import { sizeUp } from '@ombrik/core/stock/sizeUp';
import { Hono } from 'hono';
import type { Knex } from 'knex';
import { purchaseCsv, purchasePaper, purchaseXlsx } from '../papers/purchasePaper.ts';
import { articleFinder } from '../store/articles.ts';
import { addPurchase, buying, giveUpLine, receiveLine } from '../store/buying.ts';
import { listOffers, putOffers } from '../store/offers.ts';
import { withRetry } from '../store/retry.ts';
import { listStock } from '../store/stock.ts';
import { readWorkshop } from '../store/workshopStore.ts';
import { dateText } from './dateText.ts';
import { fileOr404, revisionIn } from './jobRoutes.ts';
import { onePress } from './onePress.ts';
import { body, refuse } from './problems.ts';
import { type AppEnv, signedIn } from './session.ts';

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

const rulesNow = async (db: Knex) => (await readWorkshop(db))?.values ?? defaultWorkshop;
const today = () => new Date().toISOString().slice(0, 10);

/** What to buy, from whom, until when; orders and what has come of them. */
export const buyingRoutes = new Hono<AppEnv>()
  .use(signedIn, onePress)
  .get('/', async (c) => c.json(await buying(c.get('db'), today())))
  .post('/offers', body(offerBody), async (c) => {
    const db = c.get('db');
    const wish = c.req.valid('json');
    if (!articleFinder(await rulesNow(db))(wish.articleId))
      refuse(422, `articleId is "${wish.articleId}"; accepted: an id of the catalogue`);
    await putOffers(db, [{ ...wish, supplier: wish.supplier.trim() }]);
    return c.json({ offers: await listOffers(db) }, 201);
  })
  .post('/offers/import', body(importBody), async (c) => {
    const db = c.get('db');
    const { offers, problems } = readOffers(c.req.valid('json').csv, articleFinder(await rulesNow(db)));
    if (problems.length > 0) refuse(422, ...problems.slice(0, 30));
    await db.transaction((trx) => putOffers(trx, offers));
    return c.json({ count: offers.length }, 201);
  })
  .post('/offers/:id/remove', async (c) => {
    const gone = await c
      .get('db')('offers')
      .where({ id: c.req.param('id') })
      .delete();
    if (gone === 0) refuse(404, 'no such offer');
    return c.json({ ok: true });
  })
  .post('/purchases', body(purchaseBody), async (c) => {
    const db = c.get('db');
    const wish = c.req.valid('json');
    const articleById = articleFinder(await rulesNow(db));
    for (const [i, l] of wish.lines.entries())
      if (!articleById(l.articleId))
        refuse(422, `lines[${i}].articleId is "${l.articleId}"; accepted: an id of the catalogue`);
    const id = await addPurchase(db, c.get('person').id, wish, articleById);
    return c.json({ id }, 201);
  })
  .post('/purchases/:id/lines/:line{[0-9]+}/receive', body(receiveBody), async (c) => {
    const { key, ...wish } = c.req.valid('json');
    await withRetry(() =>
      receiveLine(c.get('db'), c.get('person').id, c.req.param('id'), Number(c.req.param('line')), wish, key),
    );
    return c.json({ ok: true }, 201);
  })
  .post('/purchases/:id/lines/:line{[0-9]+}/give-up', async (c) => {
    await giveUpLine(c.get('db'), c.req.param('id'), Number(c.req.param('line')));
    return c.json({ ok: true });
  })
  /** Sizes up of a cable that lie in the store, and what each would change on a job's board. */
  .get('/size-up/:jobId', async (c) => {
    const db = c.get('db');
    const id = c.req.query('article') ?? '';
    const file = await fileOr404(db, c.req.param('jobId'), revisionIn(c.req.query('revision')));
    const [type, colour] = id.split('/');
    const from = genericCatalogue.cableTypes.find((t) => t.id === type);
    if (!from || !colour)
      return refuse(422, `article is "${id}"; accepted: a cable with its colour, such as thermoplastic105-50/RD`);
    const stock = await listStock(db);
    const larger = genericCatalogue.cableTypes
      .filter((t) => t.insulation === from.insulation && t.cores === 1 && !t.bar && t.areaMm2 > from.areaMm2)
      .sort((a, b) => a.areaMm2 - b.areaMm2)
      .slice(0, 3);
    const ways = larger.flatMap((t) => {
      const inStoreMm = stock
        .filter((s) => s.articleId === `${t.id}/${colour}`)
        .reduce((s, r) => s + r.onHand - r.reserved, 0);
      if (inStoreMm === 0) return [];
      const rules = profileOf(file.board, file.workshop);
      const found = sizeUp(file.board, file.dossier, id, t.areaMm2, genericCatalogue, rules, file.workshop);
      return found ? [{ ...found, inStoreMm, name: `${t.name}, ${colour}` }] : [];
    });
    return c.json({ revision: file.revision, ways });
  })
  .get('/out/:name', async (c) => {
    const db = c.get('db');
    const { needs, currency } = await buying(db, today());
    const lists = purchaseLists(needs);
    const name = c.req.param('name');
    const send = (bytes: string | Buffer, type: string) =>
      c.body(typeof bytes === 'string' ? bytes : new Uint8Array(bytes), 200, {
        'Content-Type': type,
        'Content-Disposition': `${type.includes('pdf') ? 'inline' : 'attachment'}; filename="${name}"`,
      });
    switch (name) {
      case 'purchase-list.csv':
        return send(purchaseCsv(lists), 'text/csv; charset=utf-8');
      case 'purchase-list.xlsx':
        return send(await purchaseXlsx(lists), 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet');
      case 'purchase-list.pdf': {
        const workshopName = (await readWorkshop(db))?.name ?? 'Workshop';
        return send(
          await purchasePaper(lists, currency, { title: 'Purchase list', workshopName, date: today() }),
          'application/pdf',
        );
      }
      default:
        return refuse(404, `no list "${name}"; accepted: purchase-list.csv, purchase-list.xlsx, purchase-list.pdf`);
    }
  });
