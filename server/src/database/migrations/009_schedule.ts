import type { Knex } from 'knex';

/** When who is in the shop, and what somebody wants otherwise than the plan would have it. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.createTable('shop_calendar', (t) => {
    t.integer('id').primary().checkIn(['1'], 'one_calendar');
    t.jsonb('calendar').notNullable();
    // Of the address calendars subscribe to; who knows it reads the plan.
    t.text('feed_token').nullable();
  });
  await knex.schema.createTable('job_wishes', (t) => {
    t.text('job_id').primary().references('jobs.id').onDelete('CASCADE');
    t.jsonb('wish').notNullable();
    t.text('person_id').notNullable().references('people.id');
    t.timestamp('at', { useTz: true }).notNullable().defaultTo(knex.fn.now());
  });
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('job_wishes');
  await knex.schema.dropTable('shop_calendar');
}
