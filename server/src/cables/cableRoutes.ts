import { flag, list, num, oneOfText, orNull, record, text } from '@ombrik/core/document/schemaKit';
import { CABLE_STEPS } from '@ombrik/core/stock/cableSteps';
import type { PlanChoice } from '@ombrik/core/stock/cutPlan';
import { Hono } from 'hono';
import { requireFile } from '../boards/jobFile.ts';
import { body } from '../http/body.ts';
import type { AppEnv } from '../http/session.ts';
import { cuttingOf, makeAgain, pickFor, takePlan, tickMade, tickStep } from './cableService.ts';
import { jobCosts } from './costs.ts';
import { pickList } from './picking.ts';

const revision = () => num({ min: 1, max: 1e9, integer: true });
const key = () => text(8, 64);
const madeBody = record({
  cableIds: list(text(1, 64), { min: 1, max: 800 }),
  made: flag(),
  revision: revision(),
});
const stepBody = record({
  step: oneOfText(CABLE_STEPS),
  done: flag(),
  /** Forces read while pulling, N, in the order of the ends. */
  pullsN: list(num({ min: 0, max: 20_000, unit: 'N' }), { max: 20 }),
  fromStockId: orNull(text(1, 64)),
  /** Why a length that is a guess is cut all the same. */
  word: text(0, 200),
  revision: revision(),
  key: key(),
});
const redoBody = record({
  reason: text(1, 300),
  scrap: oneOfText(['bin', 'remnant']),
  remnantMm: num({ min: 0, max: 1e6, unit: 'mm' }),
  bin: text(0, 40),
  /** How many of it were spoiled, where several of the same are made. */
  count: num({ min: 1, max: 99, integer: true }),
  revision: revision(),
  key: key(),
});
const planBody = record({
  jobs: list(record({ jobId: text(1, 64), revision: revision() }), { min: 1, max: 40 }),
  groups: list(
    record({
      articleId: text(1, 80),
      rods: list(record({ stockId: orNull(text(1, 64)), pieceIds: list(text(1, 200), { min: 1, max: 3000 }) }), {
        min: 1,
        max: 1000,
      }),
      optimal: flag(),
      gapShare: num({ min: 0, max: 1 }),
    }),
    { min: 1, max: 200 },
  ),
  key: key(),
});

const pickBody = record({
  way: oneOfText(['take', 'reserve']),
  articleId: orNull(text(1, 80)),
  revision: revision(),
  key: key(),
});

/** Cutting, crimping and what they use: cable by cable, with who and when. */
export const cableRoutes = new Hono<AppEnv>()
  .post('/:id/made', body(madeBody), async (c) => {
    await tickMade(c.get('db'), c.get('person').id, c.req.param('id'), c.req.valid('json'));
    return c.json({ ok: true });
  })
  .post('/:id/cables/:cableId/steps', body(stepBody), async (c) => {
    const { id, cableId } = c.req.param();
    return c.json(await tickStep(c.get('db'), c.get('person').id, id, cableId, c.req.valid('json')), 201);
  })
  .post('/:id/cables/:cableId/again', body(redoBody), async (c) => {
    const { id, cableId } = c.req.param();
    await makeAgain(c.get('db'), c.get('person').id, id, cableId, c.req.valid('json'));
    return c.json({ ok: true }, 201);
  })
  .get('/:id/cutting', async (c) => c.json(await cuttingOf(c.get('db'), c.req.param('id'))))
  .post('/:id/cutting', body(planBody), async (c) => {
    const { groups, ...wish } = c.req.valid('json');
    const plan = await takePlan(c.get('db'), c.get('person').id, c.req.param('id'), {
      ...wish,
      groups: groups as PlanChoice[],
    });
    return c.json({ plan }, 201);
  })
  .get('/:id/picking', async (c) =>
    c.json({ lines: await pickList(c.get('db'), await requireFile(c.get('db'), c.req.param('id'))) }),
  )
  .post('/:id/picking', body(pickBody), async (c) =>
    c.json({ pieces: await pickFor(c.get('db'), c.get('person').id, c.req.param('id'), c.req.valid('json')) }, 201),
  )
  .get('/:id/costs', async (c) =>
    c.json(await jobCosts(c.get('db'), await requireFile(c.get('db'), c.req.param('id')))),
  );
