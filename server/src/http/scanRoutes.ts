import { scanTarget } from '@ombrik/core/stock/scan';
import { Hono } from 'hono';
import { jobFile } from '../store/jobFile.ts';
import { onePress } from './onePress.ts';
import { refuse } from './problems.ts';
import { type AppEnv, signedIn } from './session.ts';

/** Where a scanned code leads: a cable's card, or a thing in the store. */
export const scanRoutes = new Hono<AppEnv>().use(signedIn, onePress).get('/', async (c) => {
  const db = c.get('db');
  const said = c.req.query('code') ?? '';
  const target = scanTarget(said);
  if (!target)
    return refuse(
      422,
      `"${said.slice(0, 80)}" is no code of ours; accepted: job/cable such as 401/W12, or a number of the store`,
    );
  if (target.kind === 'stock') {
    const row = await db('stock').where({ number: target.number }).first('id');
    if (!row) return refuse(404, `nothing in the store has the number ${target.number}`);
    return c.json({ path: `/stock?item=${row.id}`, stockId: row.id as string | null });
  }
  const job = await db('jobs').where({ number: target.jobNumber }).first('id');
  const file = job ? await jobFile(db, job.id) : null;
  const cable = file?.dossier.cables.find((x) => x.designation === target.designation);
  if (!file || !cable) return refuse(404, `no cable ${target.designation} in job ${target.jobNumber}`);
  return c.json({ path: `/jobs/${file.job.id}/cables/cards?cable=${cable.cableId}`, stockId: null as string | null });
});
