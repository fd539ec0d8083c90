import { flag, list, num, oneOfText, orNull, record, text } from '@ombrik/core/document/schemaKit';
import { CABLE_STEPS } from '@ombrik/core/stock/cableSteps';
import { cutPieces } from '@ombrik/core/stock/cutPieces';
import { type PlanChoice, planFromChoice } from '@ombrik/core/stock/cutPlan';
import { rodsOf } from '@ombrik/core/stock/rods';
import { Hono } from 'hono';
import { articleFinder } from '../store/articles.ts';
import { recordRedo, recordStep } from '../store/cableRecords.ts';
import { jobCosts } from '../store/costs.ts';
import { keepPlan, planOf } from '../store/cutPlans.ts';
import type { JobFile } from '../store/jobFile.ts';
import { leftToCut } from '../store/leftToCut.ts';
import { pick, pickList } from '../store/picking.ts';
import { releasedJobs } from '../store/releases.ts';
import { withRetry } from '../store/retry.ts';
import { listStock } from '../store/stock.ts';
import { fileOr404 } from './jobRoutes.ts';
import { onePress } from './onePress.ts';
import { body, refuse } from './problems.ts';
import { type AppEnv, signedIn } from './session.ts';

const revision = () => num({ min: 1, max: 1e9, integer: true });
const key = () => text(8, 64);
const stepBody = record({
  step: oneOfText(CABLE_STEPS),
  done: flag(),
  /** Forces read while pulling, N, in the order of the ends. */
  pullsN: list(num({ min: 0, max: 20_000, unit: 'N' }), { max: 20 }),
  fromStockId: orNull(text(1, 64)),
  revision: revision(),
  key: key(),
});
const redoBody = record({
  reason: text(1, 300),
  scrap: oneOfText(['bin', 'remnant']),
  remnantMm: num({ min: 0, max: 1e6, unit: 'mm' }),
  bin: text(0, 40),
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

const cableOf = (file: JobFile, id: string) =>
  file.dossier.cables.find((c) => c.cableId === id) ?? refuse(404, `no cable "${id}" in revision ${file.revision}`);

/** Cutting, crimping and what they use: cable by cable, with who and when. */
export const cableRoutes = new Hono<AppEnv>()
  .use(signedIn, onePress)
  .post('/:id/cables/:cableId/steps', body(stepBody), async (c) => {
    const db = c.get('db');
    const { revision: at, ...wish } = c.req.valid('json');
    const file = await fileOr404(db, c.req.param('id'), at);
    const cable = cableOf(file, c.req.param('cableId'));
    if (wish.done && wish.step === 'pulled' && wish.pullsN.length === 0)
      refuse(422, 'pullsN is empty; accepted: the force read at each end, in N');
    return c.json(await withRetry(() => recordStep(db, file, cable, c.get('person').id, wish)), 201);
  })
  .post('/:id/cables/:cableId/again', body(redoBody), async (c) => {
    const db = c.get('db');
    const { revision: at, ...wish } = c.req.valid('json');
    const file = await fileOr404(db, c.req.param('id'), at);
    const cable = cableOf(file, c.req.param('cableId'));
    await withRetry(() =>
      recordRedo(db, file, cable, c.get('person').id, { ...wish, bin: wish.bin.trim() || 'remnants' }),
    );
    return c.json({ ok: true }, 201);
  })
  /** What there is to plan with: this job's open pieces, those of the other released jobs, and the rods they may use. */
  .get('/:id/cutting', async (c) => {
    const db = c.get('db');
    const file = await fileOr404(db, c.req.param('id'));
    const others = (await releasedJobs(db)).filter((r) => r.jobId !== file.job.id);
    const jobs = [file, ...(await Promise.all(others.map((o) => fileOr404(db, o.jobId, o.revision))))];
    const stock = await listStock(db);
    return c.json({
      jobs: await Promise.all(
        jobs.map(async (j) => ({
          jobId: j.job.id,
          jobNumber: j.job.number,
          jobName: j.board.brief.jobName,
          revision: j.revision,
          pieces: await leftToCut(db, j),
        })),
      ),
      stock,
      plan: await planOf(db, file.job.id),
    });
  })
  .post('/:id/cutting', body(planBody), async (c) => {
    const db = c.get('db');
    const wish = c.req.valid('json');
    if (!wish.jobs.some((j) => j.jobId === c.req.param('id'))) refuse(422, 'jobs: this job is not among them');
    const files = await Promise.all(wish.jobs.map((j) => fileOr404(db, j.jobId, j.revision)));
    const ids = new Set(wish.jobs.map((j) => j.jobId));
    const articleById = articleFinder(files[0]!.workshop);
    const pieces = files.flatMap((f) => cutPieces(f.job, f.dossier.cables, f.workshop));
    try {
      const plan = planFromChoice(
        wish.groups as PlanChoice[],
        pieces,
        rodsOf(await listStock(db), ids),
        articleById,
        files[0]!.workshop,
      );
      await withRetry(() => keepPlan(db, c.get('person').id, plan, wish.jobs, wish.key));
    } catch (error) {
      if (error instanceof RangeError) refuse(409, error.message, 'the store has changed: plan again');
      throw error;
    }
    return c.json({ plan: await planOf(db, c.req.param('id')) }, 201);
  })
  .get('/:id/picking', async (c) => {
    const db = c.get('db');
    return c.json({ lines: await pickList(db, await fileOr404(db, c.req.param('id'))) });
  })
  .post('/:id/picking', body(pickBody), async (c) => {
    const db = c.get('db');
    const { revision: at, key: k, ...wish } = c.req.valid('json');
    const file = await fileOr404(db, c.req.param('id'), at);
    const pieces = await withRetry(() => pick(db, file, c.get('person').id, wish, k));
    if (pieces === 0) refuse(409, 'nothing of it lies in the store, or all of it has been taken');
    return c.json({ pieces }, 201);
  })
  .get('/:id/costs', async (c) => {
    const db = c.get('db');
    return c.json(await jobCosts(db, await fileOr404(db, c.req.param('id'))));
  });
