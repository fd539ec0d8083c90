import type { Knex } from 'knex';

/** In what units each person reads figures; null where nothing was chosen. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('people', (t) => t.jsonb('units'));
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('people', (t) => t.dropColumn('units'));
}
