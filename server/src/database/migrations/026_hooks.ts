import type { Knex } from 'knex';
import { belongsToWorkshops } from '../ofWorkshops.ts';

/** Programs elsewhere that are told of what happens here, what they were told, and which articles were told to be low. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    CREATE TABLE hooks (
      workshop_id text NOT NULL, id text NOT NULL, url text NOT NULL, secret text NOT NULL, events text[] NOT NULL,
      made_by text NOT NULL, made_at timestamptz NOT NULL DEFAULT now(),
      PRIMARY KEY (workshop_id, id), FOREIGN KEY (workshop_id, made_by) REFERENCES people (workshop_id, id)
    );
    CREATE TABLE hook_sends (
      workshop_id text NOT NULL, id text NOT NULL, hook_id text NOT NULL, event text NOT NULL, body text NOT NULL,
      at timestamptz NOT NULL DEFAULT now(), tries integer NOT NULL DEFAULT 0, came_at timestamptz, trouble text,
      PRIMARY KEY (workshop_id, id),
      FOREIGN KEY (workshop_id, hook_id) REFERENCES hooks (workshop_id, id) ON DELETE CASCADE
    );
    CREATE INDEX hook_sends_of ON hook_sends (workshop_id, hook_id, at DESC);
    CREATE TABLE low_told (
      workshop_id text NOT NULL, article_id text NOT NULL, PRIMARY KEY (workshop_id, article_id)
    )`);
  for (const table of ['hooks', 'hook_sends', 'low_told']) await belongsToWorkshops(knex, table, 'rows');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('DROP TABLE low_told; DROP TABLE hook_sends; DROP TABLE hooks');
}
