import type { Knex } from 'knex';

/** People, jobs, append-only edits with snapshots, append-only floor records. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('workshop', (t) => {
    t.integer('id').primary().checkIn(['1'], 'one_workshop');
    t.text('name').notNullable();
    t.boolean('is_demo').notNullable().defaultTo(false);
    t.jsonb('values').notNullable();
  });
  await knex.schema.createTable('people', (t) => {
    t.text('id').primary();
    t.text('name').notNullable();
    t.text('email').notNullable().unique();
    t.text('role').notNullable().checkIn(['designer', 'assembler', 'tester', 'electrician'], 'known_role');
    t.text('password_hash').notNullable();
    t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
  });
  await knex.schema.createTable('sessions', (t) => {
    t.text('token_hash').primary();
    t.text('person_id').notNullable().references('people.id').onDelete('CASCADE');
    t.timestamp('expires_at').notNullable();
  });
  await knex.raw('CREATE SEQUENCE job_number START 401');
  await knex.schema.createTable('jobs', (t) => {
    t.text('id').primary();
    t.integer('number').notNullable().unique().defaultTo(knex.raw("nextval('job_number')"));
    t.integer('revision').notNullable().checkPositive('revision_positive');
    t.date('wanted_on');
    t.timestamp('archived_at');
    t.text('created_by').notNullable().references('people.id');
    t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
  });
  await knex.schema.createTable('edits', (t) => {
    t.text('job_id').notNullable().references('jobs.id');
    t.integer('revision').notNullable();
    t.text('edit_id').notNullable();
    t.text('person_id').notNullable().references('people.id');
    t.text('label').notNullable();
    t.text('way').notNullable().checkIn(['create', 'edit', 'undo', 'redo'], 'known_way');
    // The revision an undo or redo refers to.
    t.integer('refers_to');
    t.jsonb('commands').notNullable();
    t.jsonb('inverse').notNullable();
    // Versions of catalogue, profile, workshop and core this revision was made with.
    t.jsonb('pins').notNullable();
    t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
    t.primary(['job_id', 'revision']);
    t.unique(['job_id', 'edit_id']);
  });
  await knex.schema.createTable('snapshots', (t) => {
    t.text('job_id').notNullable().references('jobs.id');
    t.integer('revision').notNullable();
    t.jsonb('board').notNullable();
    t.primary(['job_id', 'revision']);
  });
  await knex.schema.createTable('floor_records', (t) => {
    t.bigIncrements('id');
    t.text('job_id').notNullable().references('jobs.id');
    t.text('kind').notNullable().checkIn(['cableMade', 'benchStep'], 'known_kind');
    t.text('entity_id').notNullable();
    t.integer('revision').notNullable();
    t.text('fingerprint').notNullable();
    t.jsonb('data').notNullable();
    t.text('person_id').notNullable().references('people.id');
    t.timestamp('recorded_at').notNullable().defaultTo(knex.fn.now());
    t.index(['job_id', 'kind']);
  });
  await knex.schema.createTable('bench_simulators', (t) => {
    t.text('job_id').primary().references('jobs.id');
    t.jsonb('defect');
    t.text('set_by').notNullable().references('people.id');
    t.timestamp('set_at').notNullable().defaultTo(knex.fn.now());
  });
  await knex.raw(`
    CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN RAISE EXCEPTION '% is append-only', TG_TABLE_NAME; END $$`);
  for (const table of ['edits', 'snapshots', 'floor_records'])
    await knex.raw(
      `CREATE TRIGGER ${table}_append_only BEFORE UPDATE OR DELETE ON ${table} FOR EACH ROW EXECUTE FUNCTION refuse_change()`,
    );
}

export async function down(knex: Knex): Promise<void> {
  for (const table of [
    'bench_simulators',
    'floor_records',
    'snapshots',
    'edits',
    'jobs',
    'sessions',
    'people',
    'workshop',
  ])
    await knex.schema.dropTable(table);
  await knex.raw('DROP SEQUENCE job_number');
  await knex.raw('DROP FUNCTION refuse_change()');
}
