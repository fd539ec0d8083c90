import type { Knex } from 'knex';

/** The workshop's own parts: every version stays, for boards are built of it. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('own_parts', (t) => {
    t.text('id').notNullable();
    t.integer('version').notNullable();
    t.jsonb('part').notNullable();
    t.text('note').notNullable();
    t.text('person_id').notNullable().references('people.id');
    t.timestamp('made_at', { useTz: true }).notNullable().defaultTo(knex.fn.now());
    t.primary(['id', 'version']);
  });
  await knex.schema.createTable('own_parts_retired', (t) => {
    t.text('id').primary();
    t.text('person_id').notNullable().references('people.id');
    t.timestamp('retired_at', { useTz: true }).notNullable().defaultTo(knex.fn.now());
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('own_parts_retired');
  await knex.schema.dropTable('own_parts');
}
