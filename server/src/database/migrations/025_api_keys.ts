import type { Knex } from 'knex';
import { APP_ROLE, belongsToWorkshops } from '../ofWorkshops.ts';

/** Keys of programs: each is a person's, does what that person may within its scopes, and is kept as a hash. */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    CREATE TABLE api_keys (
      workshop_id text NOT NULL, id text NOT NULL, person_id text NOT NULL, name text NOT NULL,
      token_hash text NOT NULL, scopes text[] NOT NULL,
      created_at timestamptz NOT NULL DEFAULT now(), seen_at timestamptz, expires_at timestamptz NOT NULL,
      PRIMARY KEY (workshop_id, id), UNIQUE (workshop_id, token_hash),
      FOREIGN KEY (workshop_id, person_id) REFERENCES people (workshop_id, id)
    );
    CREATE INDEX api_keys_hash ON api_keys (token_hash);
    CREATE FUNCTION key_of(hash text) RETURNS TABLE (workshop_id text, person_id text, name text, email text,
      roles text[], key_id text, key_name text, scopes text[], seen_at timestamptz)
      LANGUAGE sql STABLE SECURITY DEFINER SET search_path FROM CURRENT AS $$
      SELECT k.workshop_id, p.id, p.name, p.email, p.roles, k.id, k.name, k.scopes, k.seen_at
      FROM api_keys k JOIN people p ON p.workshop_id = k.workshop_id AND p.id = k.person_id
      WHERE k.token_hash = hash AND k.expires_at > now() AND p.ended_at IS NULL
    $$;
    REVOKE ALL ON FUNCTION key_of FROM PUBLIC;
    GRANT EXECUTE ON FUNCTION key_of TO ${APP_ROLE}`);
  await belongsToWorkshops(knex, 'api_keys', 'rows');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('DROP FUNCTION key_of(text); DROP TABLE api_keys');
}
