import type { Knex } from 'knex';

/** Each press that changed something, under the key its client made for it, with the answer it got. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('presses', (t) => {
    t.text('key').primary();
    t.text('person_id').notNullable().references('people.id').onDelete('CASCADE');
    // Of method, path and body: the same key with another wish is a mistake of the client.
    t.text('fingerprint').notNullable();
    t.integer('status').notNullable();
    t.text('answer').notNullable();
    t.timestamp('created_at').notNullable().defaultTo(knex.fn.now()).index();
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('presses');
}
