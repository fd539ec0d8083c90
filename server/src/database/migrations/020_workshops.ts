import type { Knex } from 'knex';
import {
  APP_ROLE,
  addKey,
  belongsToWorkshops,
  dropKey,
  ensureAppRole,
  keysOf,
  OWN_WORKSHOP,
  SETTING,
  workshopTables,
} from '../ofWorkshops.ts';

/** Tables whose rows are never changed or taken away: a trigger refuses it to everybody. The application's role may not ask. */
async function recordsIn(knex: Knex): Promise<string[]> {
  const { rows } = await knex.raw(
    `SELECT c.relname AS name FROM pg_trigger t JOIN pg_class c ON c.oid = t.tgrelid WHERE t.tgname LIKE '%_append_only'`,
  );
  return rows.map((r: { name: string }) => r.name);
}

/** Numbers that people say: their first, and the table that holds them. */
const NUMBERS = { job: ['jobs', 401], stock: ['stock', 1], purchase: ['purchases', 1] } as const;

const definer = (name: string, argument: string, sql: string): string => `
  CREATE FUNCTION ${name}(${argument}) RETURNS SETOF text LANGUAGE sql STABLE SECURITY DEFINER
    SET search_path FROM CURRENT AS $$ ${sql} $$;
  REVOKE ALL ON FUNCTION ${name} FROM PUBLIC;
  GRANT EXECUTE ON FUNCTION ${name} TO ${APP_ROLE};`;

/**
 * Several workshops in one database: every row says whose it is, every key begins with it, and who serves a workshop sees
 * no row of another. Numbers of jobs, piles and purchases count by workshop.
 */
export async function up(knex: Knex): Promise<void> {
  await ensureAppRole(knex);
  await knex.raw(`
    GRANT USAGE ON SCHEMA public TO ${APP_ROLE};
    ALTER TABLE workshop RENAME TO workshops;
    ALTER TABLE workshops DROP CONSTRAINT one_workshop;
    ALTER TABLE workshops ALTER COLUMN id TYPE text USING 'ws_' || replace(gen_random_uuid()::text, '-', '');
    ALTER TABLE workshops ADD COLUMN opened_at timestamptz NOT NULL DEFAULT now();
    ALTER TABLE workshops ENABLE ROW LEVEL SECURITY;
    CREATE POLICY own_workshop ON workshops USING (id = ${OWN_WORKSHOP});
    GRANT SELECT, UPDATE ON workshops TO ${APP_ROLE};
    GRANT SELECT, INSERT, UPDATE, DELETE ON tries TO ${APP_ROLE};
    ALTER TABLE shop_calendar DROP CONSTRAINT shop_calendar_pkey, DROP COLUMN id;`);
  const first: string = (await knex('workshops').first('id'))?.id ?? 'ws_none';
  const tables = await workshopTables(knex);
  for (const table of tables)
    await knex.raw(`ALTER TABLE ?? ADD COLUMN workshop_id text NOT NULL DEFAULT '${first}'`, [table]);
  const keys = await keysOf(knex);
  const others = keys.filter((k) => tables.includes(k.table));
  const own = (columns: readonly string[]) => ['workshop_id', ...columns];
  for (const k of others) await knex.raw(dropKey(k));
  for (const k of others.reverse()) await knex.raw(addKey(k, own));
  await knex.raw(`
    ALTER TABLE shop_calendar ADD CONSTRAINT shop_calendar_pkey PRIMARY KEY (workshop_id);
    DROP INDEX corrected_once;
    CREATE UNIQUE INDEX corrected_once ON stock_moves (workshop_id, corrects) WHERE corrects IS NOT NULL;
    CREATE INDEX sessions_token ON sessions (token_hash);
    CREATE INDEX invitations_token ON invitations (token_hash);
    CREATE INDEX people_email ON people (email);
    CREATE INDEX shop_calendar_feed ON shop_calendar (feed_token);`);
  const records = await recordsIn(knex);
  for (const table of tables) await belongsToWorkshops(knex, table, records.includes(table) ? 'record' : 'rows');
  await knex.raw(`
    CREATE TABLE counters (
      workshop_id text NOT NULL, name text NOT NULL, last integer NOT NULL, PRIMARY KEY (workshop_id, name)
    );
    CREATE FUNCTION next_number(counted text, first integer) RETURNS integer LANGUAGE sql VOLATILE AS $$
      INSERT INTO counters (name, last) VALUES (counted, first)
      ON CONFLICT (workshop_id, name) DO UPDATE SET last = counters.last + 1 RETURNING last
    $$;`);
  await belongsToWorkshops(knex, 'counters', 'rows');
  for (const [name, [table, from]] of Object.entries(NUMBERS))
    await knex.raw(`
      INSERT INTO counters (workshop_id, name, last)
        SELECT workshop_id, '${name}', max(number) FROM ${table} GROUP BY workshop_id;
      ALTER TABLE ${table} ALTER COLUMN number SET DEFAULT next_number('${name}', ${from});
      DROP SEQUENCE ${name}_number;`);
  await knex.raw(`
    GRANT USAGE ON ALL SEQUENCES IN SCHEMA public TO ${APP_ROLE};
    CREATE OR REPLACE FUNCTION keep_balance() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      UPDATE stock SET on_hand = on_hand + NEW.quantity, reserved = reserved + NEW.reserved,
        bin = COALESCE(NEW.bin, bin) WHERE id = NEW.stock_id AND workshop_id = NEW.workshop_id;
      IF NEW.reserved <> 0 THEN
        UPDATE stock_reservations SET quantity = quantity + NEW.reserved
          WHERE stock_id = NEW.stock_id AND job_id = NEW.job_id AND workshop_id = NEW.workshop_id;
        IF NOT FOUND THEN
          INSERT INTO stock_reservations (workshop_id, stock_id, job_id, quantity)
            VALUES (NEW.workshop_id, NEW.stock_id, NEW.job_id, NEW.reserved);
        END IF;
      END IF;
      RETURN NEW;
    END $$;`);
  // Before the door nobody is of a workshop yet: what one comes with says of which.
  await knex.raw(
    definer(
      'workshops_of_email',
      'said text',
      'SELECT workshop_id FROM people WHERE email = said AND ended_at IS NULL',
    ) +
      definer('workshop_of_invitation', 'hash text', 'SELECT workshop_id FROM invitations WHERE token_hash = hash') +
      definer('workshop_of_feed', 'token text', 'SELECT workshop_id FROM shop_calendar WHERE feed_token = token') +
      definer('only_workshop', '', 'SELECT min(id) FROM workshops HAVING count(*) = 1') +
      definer('first_workshop', '', 'SELECT min(id) FROM workshops') +
      definer('demo_workshop', '', 'SELECT min(id) FROM workshops WHERE is_demo'),
  );
  await knex.raw(`
    CREATE FUNCTION session_of(hash text) RETURNS TABLE (workshop_id text, person_id text, name text, email text,
      roles text[], session_id text, via text, opened_by text, seen_at timestamptz)
      LANGUAGE sql STABLE SECURITY DEFINER SET search_path FROM CURRENT AS $$
      SELECT s.workshop_id, p.id, p.name, p.email, p.roles, s.id, s.via, s.opened_by, s.seen_at
      FROM sessions s JOIN people p ON p.workshop_id = s.workshop_id AND p.id = s.person_id
      WHERE s.token_hash = hash AND s.expires_at > now() AND p.ended_at IS NULL
    $$;
    REVOKE ALL ON FUNCTION session_of FROM PUBLIC;
    GRANT EXECUTE ON FUNCTION session_of TO ${APP_ROLE}`);
  await knex.raw(`COMMENT ON SCHEMA public IS 'Ombrik; connections say their workshop in ${SETTING}'`);
}

export async function down(knex: Knex): Promise<void> {
  const count = (await knex('workshops').select('id')).length;
  if (count > 1) throw new Error(`${count} workshops are in this database; an older Ombrik holds one`);
  for (const f of ['workshops_of_email(text)', 'session_of(text)', 'workshop_of_invitation(text)'])
    await knex.raw(`DROP FUNCTION ${f}`);
  await knex.raw(
    'DROP FUNCTION workshop_of_feed(text); DROP FUNCTION only_workshop(); DROP FUNCTION first_workshop(); DROP FUNCTION demo_workshop()',
  );
  for (const [name, [table, from]] of Object.entries(NUMBERS))
    await knex.raw(`
      CREATE SEQUENCE ${name}_number START ${from};
      SELECT setval('${name}_number', (SELECT coalesce(max(number), ${from} - 1) FROM ${table}) + 1, false);
      ALTER TABLE ${table} ALTER COLUMN number SET DEFAULT nextval('${name}_number');`);
  await knex.raw('DROP TABLE counters; DROP FUNCTION next_number(text, integer)');
  const tables = await workshopTables(knex);
  const keys = (await keysOf(knex)).filter((k) => tables.includes(k.table));
  for (const k of keys) await knex.raw(dropKey(k));
  for (const k of keys.reverse()) {
    const plain = (columns: readonly string[]) => columns.filter((c) => c !== 'workshop_id');
    if (k.of !== 'workshops' && plain(k.columns).length > 0) await knex.raw(addKey(k, plain));
  }
  for (const table of tables) await knex.raw(`DROP POLICY own_workshop ON "${table}"`);
  for (const table of tables)
    await knex.raw(`ALTER TABLE "${table}" DISABLE ROW LEVEL SECURITY; ALTER TABLE "${table}" DROP COLUMN workshop_id`);
  await knex.raw(`
    CREATE UNIQUE INDEX corrected_once ON stock_moves (corrects) WHERE corrects IS NOT NULL;
    ALTER TABLE shop_calendar ADD COLUMN id integer NOT NULL DEFAULT 1 PRIMARY KEY CONSTRAINT one_calendar CHECK (id = 1);
    DROP POLICY own_workshop ON workshops;
    ALTER TABLE workshops DISABLE ROW LEVEL SECURITY;
    ALTER TABLE workshops DROP COLUMN opened_at;
    ALTER TABLE workshops ALTER COLUMN id TYPE integer USING 1;
    ALTER TABLE workshops ADD CONSTRAINT one_workshop CHECK (id IN (1));
    ALTER TABLE workshops RENAME TO workshop;
    CREATE OR REPLACE FUNCTION keep_balance() RETURNS trigger LANGUAGE plpgsql AS $$
    BEGIN
      UPDATE stock SET on_hand = on_hand + NEW.quantity, reserved = reserved + NEW.reserved,
        bin = COALESCE(NEW.bin, bin) WHERE id = NEW.stock_id;
      IF NEW.reserved <> 0 THEN
        UPDATE stock_reservations SET quantity = quantity + NEW.reserved
          WHERE stock_id = NEW.stock_id AND job_id = NEW.job_id;
        IF NOT FOUND THEN
          INSERT INTO stock_reservations (stock_id, job_id, quantity) VALUES (NEW.stock_id, NEW.job_id, NEW.reserved);
        END IF;
      END IF;
      RETURN NEW;
    END $$;`);
}
