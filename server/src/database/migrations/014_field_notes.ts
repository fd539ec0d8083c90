import type { Knex } from 'knex';

/** What was heard of a board after it left: notes from the field, and boards that came back. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('field_notes', (t) => {
    t.bigIncrements('id');
    t.text('job_id').notNullable().references('jobs.id');
    t.integer('unit').notNullable();
    t.text('kind').notNullable().checkIn(['note', 'return'], 'known_field_kind');
    t.text('text').notNullable();
    /** What of the board it is about: an item or a cable; null where nobody knows. */
    t.text('entity_id');
    t.text('person_id').notNullable().references('people.id');
    t.timestamp('at', { useTz: true }).notNullable().defaultTo(knex.fn.now());
    t.index(['job_id', 'id']);
  });
  await knex.raw(
    'CREATE TRIGGER field_notes_append_only BEFORE UPDATE OR DELETE ON field_notes FOR EACH ROW EXECUTE FUNCTION refuse_change()',
  );
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('field_notes');
}
