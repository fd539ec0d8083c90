import type { Knex } from 'knex';
import { APP_ROLE, belongsToWorkshops, OWN_WORKSHOP } from '../ofWorkshops.ts';

/**
 * What takes long waits in a queue, whose own tables come with its package. Who serves a workshop may put something into
 * it, always as that workshop, and sees nothing of it; what was done is written down with what it did.
 */
export async function up(knex: Knex): Promise<void> {
  await knex.raw(`
    CREATE FUNCTION add_to_queue(task text, args json, name text) RETURNS void LANGUAGE plpgsql VOLATILE SECURITY DEFINER
      SET search_path FROM CURRENT AS $$
    DECLARE own text := ${OWN_WORKSHOP};
    BEGIN
      IF own IS NULL THEN RAISE EXCEPTION 'who works for no workshop puts nothing into the queue'; END IF;
      PERFORM graphile_worker.add_job(
        task, json_build_object('workshopId', own, 'args', args),
        job_key := concat(own, ' ', name), job_key_mode := 'preserve_run_at', max_attempts := 12);
    END $$;
    REVOKE ALL ON FUNCTION add_to_queue FROM PUBLIC;
    GRANT EXECUTE ON FUNCTION add_to_queue TO ${APP_ROLE};
    CREATE TABLE queue_done (
      workshop_id text NOT NULL, entry bigint NOT NULL, done_at timestamptz NOT NULL DEFAULT now(),
      PRIMARY KEY (workshop_id, entry)
    );`);
  await belongsToWorkshops(knex, 'queue_done', 'rows');
}

export async function down(knex: Knex): Promise<void> {
  await knex.raw('DROP TABLE queue_done; DROP FUNCTION add_to_queue');
}
