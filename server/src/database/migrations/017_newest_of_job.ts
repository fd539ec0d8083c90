import type { Knex } from 'knex';

/** The wall asks for the newest record of every job: read from the index alone, never from what was said. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('floor_records', (t) => {
    t.index(['job_id', 'id']);
  });
  await knex.schema.alterTable('releases', (t) => {
    t.index(['job_id', 'id']);
  });
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ['floor_records', 'releases'])
    await knex.schema.alterTable(table, (t) => {
      t.dropIndex(['job_id', 'id']);
    });
}
