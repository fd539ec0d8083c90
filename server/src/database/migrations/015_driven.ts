import type { Knex } from 'knex';

/** What sent or drew the current while a pair of points was read, and how much. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('bench_pairs', (t) => {
    t.text('driver_id');
    t.double('driven_a');
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('bench_pairs', (t) => {
    t.dropColumns('driver_id', 'driven_a');
  });
}
