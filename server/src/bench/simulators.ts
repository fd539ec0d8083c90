import type { Defect } from '@ombrik/core/stages/bench/simulate';
import type { Knex } from 'knex';

/** The defect hidden in a job's simulated board; null while it is sound. */
export const hiddenDefect = async (db: Knex, jobId: string): Promise<Defect | null> =>
  (await db('bench_simulators').where({ job_id: jobId }).first())?.defect ?? null;

export async function keepDefect(db: Knex, jobId: string, personId: string, defect: Defect | null): Promise<void> {
  await db('bench_simulators')
    .insert({ job_id: jobId, defect: defect && JSON.stringify(defect), set_by: personId, set_at: new Date() })
    .onConflict('job_id')
    .merge();
}
