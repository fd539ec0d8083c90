import type { Knex } from 'knex';

/** Records as they were sealed when a board left the shop: whole, and never changed. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('shipments', (t) => {
    t.bigIncrements('id');
    t.text('job_id').notNullable().references('jobs.id');
    t.integer('number').notNullable();
    t.integer('revision').notNullable();
    t.text('head').notNullable();
    t.text('before');
    t.integer('entries').notNullable();
    t.binary('archive').notNullable();
    t.text('note').notNullable();
    t.text('person_id').notNullable().references('people.id');
    t.timestamp('at', { useTz: true }).notNullable().defaultTo(knex.fn.now());
    t.unique(['job_id', 'number']);
  });
  await knex.raw(
    'CREATE TRIGGER shipments_append_only BEFORE UPDATE OR DELETE ON shipments FOR EACH ROW EXECUTE FUNCTION refuse_change()',
  );
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('shipments');
}
