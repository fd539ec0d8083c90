import type { Knex } from 'knex';

/** Logs of customers' monitors, each a file of its job. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('field_logs', (t) => {
    t.bigIncrements('id');
    t.text('job_id').notNullable().references('jobs.id');
    t.integer('unit').notNullable();
    t.text('file_id').notNullable().references('attachments.id');
    t.text('amps_are').notNullable().checkIn(['charging', 'drawing'], 'known_way_of_amps');
    t.text('person_id').notNullable().references('people.id');
    t.timestamp('at', { useTz: true }).notNullable().defaultTo(knex.fn.now());
    t.index(['job_id', 'id']);
  });
  await knex.raw(
    'CREATE TRIGGER field_logs_append_only BEFORE UPDATE OR DELETE ON field_logs FOR EACH ROW EXECUTE FUNCTION refuse_change()',
  );
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('field_logs');
}
