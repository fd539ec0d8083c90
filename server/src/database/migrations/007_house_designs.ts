import type { Knex } from 'knex';

/** Boards the workshop sells as its own, in versions that stay; and which of them a job was started from. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('house_designs', (t) => {
    t.text('id').notNullable();
    t.integer('version').notNullable();
    t.text('name').notNullable();
    t.jsonb('board').notNullable();
    t.jsonb('options').notNullable();
    t.double('price').nullable();
    t.text('note').notNullable();
    t.text('person_id').notNullable().references('people.id');
    t.timestamp('made_at', { useTz: true }).notNullable().defaultTo(knex.fn.now());
    t.primary(['id', 'version']);
  });
  await knex.schema.createTable('job_designs', (t) => {
    t.text('job_id').primary().references('jobs.id').onDelete('CASCADE');
    t.text('design_id').notNullable();
    t.integer('version').notNullable();
    t.jsonb('choices').notNullable();
    t.foreign(['design_id', 'version']).references(['id', 'version']).inTable('house_designs');
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('job_designs');
  await knex.schema.dropTable('house_designs');
}
