import type { CutPlan } from '@ombrik/core/stock/cutPlan';
import type { Knex } from 'knex';
import { nanoid } from 'nanoid';
import { keyUsed, releaseAll, reserve } from '../store/stock.ts';

export interface KeptPlan {
  id: string;
  plan: CutPlan;
  jobs: { jobId: string; jobNumber: number; revision: number }[];
  personName: string;
  madeAt: string;
}

/** The plan a job is cut by: the last one taken; null before there is one. */
export async function planOf(db: Knex, jobId: string): Promise<KeptPlan | null> {
  const row = await db('cut_plans')
    .join('cut_plan_jobs', 'cut_plan_jobs.plan_id', 'cut_plans.id')
    .join('people', 'people.id', 'cut_plans.person_id')
    .where('cut_plan_jobs.job_id', jobId)
    .orderBy('cut_plans.made_at', 'desc')
    .orderBy('cut_plans.id')
    .first('cut_plans.*', 'people.name as person_name');
  if (!row) return null;
  const jobs = await db('cut_plan_jobs')
    .join('jobs', 'jobs.id', 'cut_plan_jobs.job_id')
    .where({ plan_id: row.id })
    .orderBy('jobs.number')
    .select('job_id', 'cut_plan_jobs.revision', 'jobs.number');
  return {
    id: row.id,
    plan: row.plan,
    jobs: jobs.map((j) => ({ jobId: j.job_id, jobNumber: j.number, revision: j.revision })),
    personName: row.person_name,
    madeAt: row.made_at.toISOString(),
  };
}

/**
 * Keeps a plan and sets its lengths aside, for each job its own; what an earlier plan had set aside for these jobs is let
 * go first. All or nothing. @throws Refusal when somebody else has taken what it counts on
 */
export async function keepPlan(
  db: Knex,
  personId: string,
  plan: CutPlan,
  jobs: { jobId: string; revision: number }[],
  key: string,
): Promise<void> {
  await db.transaction(async (trx) => {
    if (await keyUsed(trx, key)) return;
    for (const [n, job] of jobs.entries())
      await releaseAll(trx, personId, job.jobId, { unit: 'mm' }, 'another cut plan', `${key}-let-go-${n}`);
    const wishes = new Map<string, { stockId: string; jobId: string; quantity: number }>();
    for (const group of plan.groups)
      for (const rod of group.rods) {
        if (!rod.stockId) continue;
        rod.cuts.forEach((cut, i) => {
          // What the saw takes after a piece goes with it.
          const next = rod.cuts[i + 1];
          const lengthMm = next ? next.fromMm - cut.fromMm : cut.toMm - cut.fromMm;
          const id = `${rod.stockId} ${cut.piece.jobId}`;
          const wish = wishes.get(id) ?? { stockId: rod.stockId!, jobId: cut.piece.jobId, quantity: 0 };
          wish.quantity += lengthMm;
          wishes.set(id, wish);
        });
      }
    // Always in the same order, so that two planners never wait for each other.
    const inOrder = [...wishes.values()].sort((a, b) => (a.stockId < b.stockId ? -1 : a.stockId > b.stockId ? 1 : 0));
    for (const [part, { stockId, jobId, quantity }] of inOrder.entries())
      await reserve(trx, stockId, personId, { quantity, jobId, note: 'cut plan' }, key, part);
    const id = `cp_${nanoid(12)}`;
    await trx('cut_plans').insert({ id, plan: JSON.stringify(plan), person_id: personId });
    for (const job of jobs)
      await trx('cut_plan_jobs').insert({ plan_id: id, job_id: job.jobId, revision: job.revision });
  });
}
