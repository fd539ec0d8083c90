import type { Knex } from 'knex';

const EVENTS = [
  ['INSERT', 'NEW'],
  ['UPDATE', 'NEW'],
  ['DELETE', 'OLD'],
] as const;

/**
 * A workshop's row changes with its offers, whoever changes them: what is worked out from both is read anew where the row
 * has changed, and only there.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    ALTER TABLE workshops ADD COLUMN offers_changed bigint NOT NULL DEFAULT 0;
    CREATE FUNCTION offers_changed() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      UPDATE workshops SET offers_changed = offers_changed + 1 WHERE id IN (SELECT workshop_id FROM changed);
      RETURN NULL;
    END $$;`);
  for (const [event, rows] of EVENTS)
    await knex.raw(`
      CREATE TRIGGER offers_${event.toLowerCase()} AFTER ${event} ON offers REFERENCING ${rows} TABLE AS changed
        FOR EACH STATEMENT EXECUTE FUNCTION offers_changed();`);
}

export async function down(knex: Knex): Promise<void> {
  for (const [event] of EVENTS) await knex.raw(`DROP TRIGGER offers_${event.toLowerCase()} ON offers`);
  await knex.raw('DROP FUNCTION offers_changed(); ALTER TABLE workshops DROP COLUMN offers_changed');
}
