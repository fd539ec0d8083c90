import { scanTarget } from '@ombrik/core/stock/scan';
import type { Knex } from 'knex';
import { jobFile } from '../boards/jobFile.ts';
import { jobByNumber } from '../jobs/jobs.ts';
import { refuse } from '../refusal.ts';
import { stockByNumber } from './stock.ts';

export interface Scanned {
  /** Where in the application it leads. */
  path: string;
  /** Of a thing in the store. */
  stockId: string | null;
}

/** Where a scanned code leads: a cable's card, or a thing in the store. @throws Refusal */
export async function scanned(db: Knex, said: string): Promise<Scanned> {
  const target = scanTarget(said);
  if (!target)
    return refuse(
      422,
      `"${said.slice(0, 80)}" is no code of ours; accepted: job/cable such as 401/W12, or a number of the store`,
    );
  if (target.kind === 'stock') {
    const stockId = await stockByNumber(db, target.number);
    if (!stockId) return refuse(404, `nothing in the store has the number ${target.number}`);
    return { path: `/stock?item=${stockId}`, stockId };
  }
  const jobId = await jobByNumber(db, target.jobNumber);
  const file = jobId ? await jobFile(db, jobId) : null;
  const cable = file?.dossier.cables.find((x) => x.designation === target.designation);
  if (!file || !cable) return refuse(404, `no cable ${target.designation} in job ${target.jobNumber}`);
  return { path: `/jobs/${file.job.id}/cables/cards?cable=${cable.cableId}`, stockId: null };
}
