import type { Knex } from 'knex';
import { APP_ROLE, belongsToWorkshops } from '../ofWorkshops.ts';

/**
 * Who did what to what. Each row is bound to the one before it: the database itself says its number, its time and its hash,
 * and the application's role may neither change nor take away what stands there, nor say where the chain ends.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    CREATE TABLE audit (
      workshop_id text NOT NULL, number integer NOT NULL, at timestamptz NOT NULL,
      person_id text, who text NOT NULL, did text NOT NULL,
      about text NOT NULL CHECK (about IN
        ('board', 'job', 'part', 'stock', 'price', 'right', 'record', 'workshop', 'paper', 'practice')),
      about_id text NOT NULL, says text NOT NULL, data jsonb NOT NULL,
      before text NOT NULL, hash text NOT NULL,
      PRIMARY KEY (workshop_id, number),
      FOREIGN KEY (workshop_id, person_id) REFERENCES people (workshop_id, id)
    );
    CREATE INDEX audit_about ON audit (workshop_id, about_id, number);
    CREATE TABLE audit_ends (
      workshop_id text PRIMARY KEY, number integer NOT NULL, hash text NOT NULL
    );
    CREATE FUNCTION audit_text(a audit) RETURNS text LANGUAGE sql IMMUTABLE AS $$
      SELECT concat_ws(E'\\n', a.before, a.workshop_id, a.number,
        to_char(a.at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"'), coalesce(a.person_id, ''), a.who, a.did, a.about,
        a.about_id, a.says, a.data::text)
    $$;
    CREATE FUNCTION audit_hash(a audit) RETURNS text LANGUAGE sql IMMUTABLE AS $$
      SELECT encode(sha256(convert_to(audit_text(a), 'UTF8')), 'hex')
    $$;
    CREATE FUNCTION bind_audit() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path FROM CURRENT AS $$
    DECLARE last audit_ends;
    BEGIN
      INSERT INTO audit_ends (workshop_id, number, hash) VALUES (NEW.workshop_id, 0, '') ON CONFLICT DO NOTHING;
      SELECT * INTO last FROM audit_ends WHERE workshop_id = NEW.workshop_id FOR UPDATE;
      NEW.number := last.number + 1;
      NEW.before := last.hash;
      NEW.at := clock_timestamp();
      NEW.hash := audit_hash(NEW);
      UPDATE audit_ends SET number = NEW.number, hash = NEW.hash WHERE workshop_id = NEW.workshop_id;
      RETURN NEW;
    END $$;
    CREATE TRIGGER audit_bound BEFORE INSERT ON audit FOR EACH ROW EXECUTE FUNCTION bind_audit();
    CREATE TRIGGER audit_append_only BEFORE UPDATE OR DELETE ON audit FOR EACH ROW EXECUTE FUNCTION refuse_change();`);
  await belongsToWorkshops(knex, 'audit', 'record');
  await belongsToWorkshops(knex, 'audit_ends', 'record');
  await knex.raw(`REVOKE INSERT ON audit_ends FROM ${APP_ROLE}`);
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw(`
    DROP TABLE audit CASCADE; DROP TABLE audit_ends CASCADE; DROP FUNCTION bind_audit()`);
}
