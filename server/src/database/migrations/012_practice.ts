import type { Knex } from 'knex';

/** Practice boards with hidden defects: a world of its own, that no record of a job ever reads. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('practice_runs', (t) => {
    t.text('id').primary();
    t.text('person_id').notNullable().references('people.id');
    t.text('board_name').notNullable();
    t.jsonb('board').notNullable();
    t.integer('level').notNullable();
    t.jsonb('defects').notNullable();
    t.integer('seed').notNullable();
    t.timestamp('started_at', { useTz: true }).notNullable().defaultTo(knex.fn.now());
    t.timestamp('ended_at', { useTz: true });
    t.text('outcome').checkIn(['found', 'unsafe', 'givenUp'], 'known_outcome');
    t.text('why').notNullable().defaultTo('');
    t.integer('points');
    t.index(['person_id', 'started_at']);
  });
  await knex.schema.createTable('practice_acts', (t) => {
    t.bigIncrements('id');
    t.text('run_id').notNullable().references('practice_runs.id').onDelete('CASCADE');
    t.jsonb('act').notNullable();
    t.jsonb('answer').notNullable();
    t.timestamp('at', { useTz: true }).notNullable().defaultTo(knex.fn.now());
    t.index(['run_id', 'id']);
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('practice_acts');
  await knex.schema.dropTable('practice_runs');
}
