import type { Knex } from 'knex';

/** What the floor says while it builds: word by word, each once however often it is sent. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('build_records', (t) => {
    t.bigIncrements('id');
    t.text('job_id').notNullable().references('jobs.id').onDelete('CASCADE');
    t.text('key').notNullable();
    t.text('step_id').notNullable();
    t.integer('revision').notNullable();
    t.text('fingerprint').notNullable();
    t.jsonb('said').notNullable();
    t.text('person_id').notNullable().references('people.id');
    // By the clock of the device, which may be wrong; what came first is told by `id`.
    t.timestamp('said_at', { useTz: true }).notNullable();
    t.timestamp('at', { useTz: true }).notNullable().defaultTo(knex.fn.now());
    t.unique(['job_id', 'key']);
    t.index(['job_id', 'id']);
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('build_records');
}
