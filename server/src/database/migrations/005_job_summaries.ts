import type { Knex } from 'knex';

/** What the wall shows of a job, kept beside it: worked out when something it is made of has changed, not when it is read. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('job_summaries', (t) => {
    t.text('job_id').primary().references('jobs.id').onDelete('CASCADE');
    // What it was made of; another text means it is out of date.
    t.text('made_of').notNullable();
    t.jsonb('summary').notNullable();
  });
  await knex.raw('CREATE INDEX floor_records_newest ON floor_records (job_id, id DESC)');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('DROP INDEX floor_records_newest');
  await knex.schema.dropTable('job_summaries');
}
