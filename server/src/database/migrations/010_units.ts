import type { Knex } from 'knex';

/** Which of several boards of the same something was said or read at. */
export async function up(knex: Knex): Promise<void> {
  for (const table of ['build_records', 'floor_records'])
    await knex.schema.alterTable(table, (t) => {
      t.integer('unit').notNullable().defaultTo(1);
    });
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ['build_records', 'floor_records'])
    await knex.schema.alterTable(table, (t) => {
      t.dropColumn('unit');
    });
}
