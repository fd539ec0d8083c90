import type { Knex } from 'knex';

/**
 * Readings of the bench, each with where it comes from and what it was judged by. What a simulated instrument read can
 * never pass, and nothing that was read is ever changed or taken away.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('bench_readings', (t) => {
    t.bigIncrements('id');
    t.text('job_id').notNullable().references('jobs.id');
    t.integer('unit').notNullable();
    t.text('step_id').notNullable();
    t.text('title').notNullable();
    t.integer('revision').notNullable();
    t.text('fingerprint').notNullable();
    t.text('quantity');
    t.double('value');
    t.text('verdict').notNullable().checkIn(['passed', 'failed', 'unsure'], 'known_verdict');
    t.jsonb('source').notNullable();
    t.double('low_limit');
    t.double('high_limit');
    t.double('expected');
    t.double('uncertainty');
    t.text('says').notNullable();
    t.jsonb('conditions').notNullable();
    t.jsonb('settings');
    t.text('note').notNullable();
    t.text('person_id').notNullable().references('people.id');
    t.timestamp('at', { useTz: true }).notNullable().defaultTo(knex.fn.now());
    t.index(['job_id', 'id']);
  });
  await knex.raw(`
    ALTER TABLE bench_readings
      ADD CONSTRAINT known_source CHECK (source->>'kind' IN ('eye', 'typed', 'instrument', 'simulated')),
      ADD CONSTRAINT simulated_never_passes CHECK (source->>'kind' <> 'simulated' OR verdict <> 'passed'),
      ADD CONSTRAINT instrument_is_named CHECK (source->>'kind' NOT IN ('instrument', 'simulated') OR jsonb_exists(source, 'by'));
  `);
  await knex.schema.createTable('bench_pairs', (t) => {
    t.text('job_id').notNullable().references('jobs.id').onDelete('CASCADE');
    t.integer('unit').notNullable();
    t.text('step_id').notNullable();
    t.integer('pair').notNullable();
    t.text('instrument_id').notNullable();
    t.double('value').notNullable();
    t.jsonb('raw').notNullable();
    t.timestamp('at', { useTz: true }).notNullable().defaultTo(knex.fn.now());
    t.primary(['job_id', 'unit', 'step_id', 'pair']);
  });
  // Until now every meter was a simulated one, whatever the record called it.
  await knex.raw(`
    INSERT INTO bench_readings (job_id, unit, step_id, title, revision, fingerprint, quantity, value, verdict, source,
      low_limit, high_limit, expected, uncertainty, says, conditions, settings, note, person_id, at)
    SELECT job_id, unit, entity_id, coalesce(data->>'title', entity_id), revision, fingerprint,
      CASE data->>'unit' WHEN 'V' THEN 'voltage' WHEN 'Ω' THEN 'resistance' END,
      (data->>'value')::double precision,
      CASE WHEN data->>'method' = 'meter' THEN 'unsure' WHEN (data->>'passed')::boolean THEN 'passed' ELSE 'failed' END,
      CASE data->>'method'
        WHEN 'meter' THEN '{"kind":"simulated","by":{"id":"simulated-multimeter","name":"Simulated meter","serial":"none","checkedOn":null,"dueOn":null},"raw":[]}'::jsonb
        WHEN 'eye' THEN '{"kind":"eye"}'::jsonb
        ELSE '{"kind":"typed","by":null}'::jsonb END,
      (data->>'lowLimit')::double precision, (data->>'highLimit')::double precision, NULL, NULL, 'as planned',
      '{"bankV":null,"ambientC":null}'::jsonb, NULL, coalesce(data->>'note', ''), person_id, recorded_at
    FROM floor_records WHERE kind = 'benchStep' ORDER BY id;
    DROP TABLE bench_simulators;
    CREATE TRIGGER bench_readings_append_only BEFORE UPDATE OR DELETE ON bench_readings
      FOR EACH ROW EXECUTE FUNCTION refuse_change();
    CREATE TRIGGER build_records_append_only BEFORE UPDATE OR DELETE ON build_records
      FOR EACH ROW EXECUTE FUNCTION refuse_change();
  `);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    DROP TRIGGER build_records_append_only ON build_records;
    DROP TABLE bench_pairs;
    DROP TABLE bench_readings;
    CREATE TABLE bench_simulators (
      job_id text PRIMARY KEY REFERENCES jobs(id) ON DELETE CASCADE, defect jsonb, set_by text, set_at timestamptz
    );
  `);
}
