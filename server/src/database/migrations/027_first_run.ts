import type { Knex } from 'knex';

/** What of setting a workshop up was done or left for later. A workshop that has jobs already is set up. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    ALTER TABLE workshops ADD COLUMN settled text[] NOT NULL DEFAULT '{}';
    UPDATE workshops SET settled = '{place,rules,people,tools,stock,order}'
      WHERE EXISTS (SELECT 1 FROM jobs WHERE jobs.workshop_id = workshops.id)`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.alterTable('workshops', (t) => t.dropColumn('settled'));
}
