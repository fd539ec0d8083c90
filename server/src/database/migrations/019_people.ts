import type { Knex } from 'knex';

/** Several roles a person, invitations by link, sessions that can be told apart, PINs, and how often somebody guessed. */
export async function up(knex: Knex): Promise<void> {
  await knex.schema.alterTable('people', (t) => {
    t.specificType('roles', 'text[]').notNullable().defaultTo('{}');
    t.text('pin_hash');
    t.timestamp('ended_at');
  });
  // Whoever was the first stays able to let others in.
  await knex.raw(`
    UPDATE people SET roles = CASE
      WHEN id = (SELECT id FROM people ORDER BY created_at, id LIMIT 1) THEN ARRAY['owner', role]
      ELSE ARRAY[role] END;
    UPDATE people SET roles = roles || ARRAY['buyer', 'trainer'] WHERE role = 'designer';
    ALTER TABLE people ALTER COLUMN role DROP NOT NULL;
    ALTER TABLE people ADD CONSTRAINT known_roles CHECK (
      roles <@ ARRAY['owner','designer','buyer','assembler','tester','electrician','trainer','viewer']);
  `);
  await knex.schema.alterTable('sessions', (t) => {
    t.text('id').notNullable().unique().defaultTo(knex.raw('gen_random_uuid()::text'));
    t.text('via').notNullable().defaultTo('password').checkIn(['password', 'pin'], 'known_way');
    // Who opened the device with a password; others step in and out of it by PIN.
    t.text('opened_by').references('people.id').onDelete('CASCADE');
    t.text('agent').notNullable().defaultTo('');
    t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
    t.timestamp('seen_at').notNullable().defaultTo(knex.fn.now());
  });
  await knex.schema.createTable('invitations', (t) => {
    t.text('id').primary();
    t.text('token_hash').notNullable().unique();
    // Null invites somebody new; else this person chooses a new password.
    t.text('person_id').references('people.id').onDelete('CASCADE');
    t.text('name').notNullable();
    t.specificType('roles', 'text[]').notNullable();
    t.text('made_by').notNullable().references('people.id');
    t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
    t.timestamp('expires_at').notNullable();
    t.timestamp('used_at');
    t.timestamp('withdrawn_at');
  });
  // Browsers somebody has come in with before: a stranger who guesses elsewhere locks nobody out of them.
  await knex.schema.createTable('devices', (t) => {
    t.text('token_hash').notNullable();
    t.text('person_id').notNullable().references('people.id').onDelete('CASCADE');
    t.timestamp('created_at').notNullable().defaultTo(knex.fn.now());
    t.primary(['token_hash', 'person_id']);
  });
  // Written and read by the limiter: how often something was tried lately.
  await knex.raw('CREATE TABLE tries (key varchar(255) PRIMARY KEY, points integer NOT NULL DEFAULT 0, expire bigint)');
}

export async function down(knex: Knex): Promise<void> {
  await knex.schema.dropTable('tries');
  await knex.schema.dropTable('devices');
  await knex.schema.dropTable('invitations');
  await knex.schema.alterTable('sessions', (t) => {
    t.dropColumns('id', 'via', 'opened_by', 'agent', 'created_at', 'seen_at');
  });
  await knex.raw('ALTER TABLE people DROP CONSTRAINT known_roles');
  await knex.schema.alterTable('people', (t) => {
    t.dropColumns('roles', 'pin_hash', 'ended_at');
  });
}
