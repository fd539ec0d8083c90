import type { Knex } from 'knex';

/** Every job has a row on the wall from its first moment on; one that was never looked at says what its order says. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    INSERT INTO job_summaries (job_id, made_of, summary)
    SELECT j.id, '', jsonb_build_object(
      'jobName', coalesce(b ->> 'jobName', ''), 'customer', coalesce(b ->> 'customer', ''),
      'systemVoltageV', b -> 'systemVoltageV', 'stations', '[]'::jsonb, 'stops', 0, 'leadTimeDays', 0,
      'next', 'brief', 'waitsFor', 'its numbers, which are being worked out')
    FROM jobs j
    JOIN LATERAL (
      SELECT s.board::jsonb -> 'brief' AS b FROM snapshots s WHERE s.job_id = j.id ORDER BY s.revision DESC LIMIT 1
    ) newest ON true
    ON CONFLICT (job_id) DO NOTHING`);
}

export async function down(): Promise<void> {
  // Rows are made anew whenever they are missed.
}
