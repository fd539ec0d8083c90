import type { Knex } from 'knex';

/** Attachments, versioned quotes, hours worked; edits remember which board format their commands speak. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('edits', (t) => {
    t.integer('format_version').notNullable().defaultTo(1);
  });
  await knex.schema.createTable('attachments', (t) => {
    t.text('id').primary();
    t.text('job_id').notNullable().references('jobs.id');
    t.text('name').notNullable();
    t.text('type').notNullable();
    t.integer('size_bytes').notNullable().checkPositive('size_positive');
    t.binary('bytes').notNullable();
    t.text('person_id').notNullable().references('people.id');
    t.timestamp('added_at').notNullable().defaultTo(knex.fn.now());
    // Taken off the job, but kept: bringing it back undoes it.
    t.timestamp('removed_at');
    t.index(['job_id']);
  });
  await knex.schema.createTable('quotes', (t) => {
    t.text('job_id').notNullable().references('jobs.id');
    t.integer('version').notNullable().checkPositive('version_positive');
    t.integer('revision').notNullable();
    t.jsonb('quote').notNullable();
    t.text('note').notNullable();
    t.text('person_id').notNullable().references('people.id');
    t.timestamp('made_at').notNullable().defaultTo(knex.fn.now());
    t.primary(['job_id', 'version']);
  });
  await knex.schema.createTable('work_hours', (t) => {
    t.bigIncrements('id');
    t.text('job_id').notNullable().references('jobs.id');
    t.text('kind').notNullable().checkIn(['design', 'cables', 'build', 'test', 'setup'], 'known_work');
    // A wrong entry is corrected by another, which may be negative.
    t.double('hours').notNullable();
    t.date('worked_on').notNullable();
    t.text('note').notNullable();
    t.text('person_id').notNullable().references('people.id');
    t.timestamp('recorded_at').notNullable().defaultTo(knex.fn.now());
    t.index(['job_id']);
  });
  for (const table of ['quotes', 'work_hours'])
    await knex.raw(
      `CREATE TRIGGER ${table}_append_only BEFORE UPDATE OR DELETE ON ${table} FOR EACH ROW EXECUTE FUNCTION refuse_change()`,
    );
}

export async function down(knex: Knex): Promise<void> {
  for (const table of ['work_hours', 'quotes', 'attachments']) await knex.schema.dropTable(table);
  await knex.schema.alterTable('edits', (t) => {
    t.dropColumn('format_version');
  });
}
