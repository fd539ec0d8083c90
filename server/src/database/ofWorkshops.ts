import type { Knex } from 'knex';

/** The role every request is served as: it sees the rows of one workshop and changes nothing that is a record. */
export const APP_ROLE = 'ombrik_app';
/** The setting of a connection that says which workshop it works for. */
export const SETTING = 'ombrik.workshop';
/** Tables that belong to no workshop: what the program itself keeps. */
export const NOBODYS = ['knex_migrations', 'knex_migrations_lock', 'tries', 'workshops'];

/** Makes the application's role where it is not, and lets who asks take it on. @param owner who owns the database */
export async function ensureAppRole(owner: Knex): Promise<void> {
  await owner.raw(`
    DO $$ BEGIN
      CREATE ROLE ${APP_ROLE} NOLOGIN;
    EXCEPTION WHEN duplicate_object OR unique_violation THEN NULL;
    END $$;
    DO $$ BEGIN
      IF NOT pg_has_role(current_user, '${APP_ROLE}', 'MEMBER') THEN GRANT ${APP_ROLE} TO CURRENT_USER; END IF;
    END $$;`);
}

interface Key {
  name: string;
  table: string;
  kind: 'p' | 'u' | 'f';
  columns: string[];
  of: string | null;
  ofColumns: string[];
  whenDeleted: string;
}

/** Keys of a table of this schema, those that point at others first. */
export async function keysOf(knex: Knex): Promise<Key[]> {
  const names = (list: string, of: string) =>
    `ARRAY(SELECT a.attname::text FROM unnest(${list}) WITH ORDINALITY AS k(n, o)
       JOIN pg_attribute a ON a.attrelid = ${of} AND a.attnum = k.n ORDER BY o)`;
  const { rows } = await knex.raw(`
    SELECT c.conname AS name, t.relname AS "table", c.contype AS kind, f.relname AS of, c.confdeltype AS "whenDeleted",
      ${names('c.conkey', 'c.conrelid')} AS columns, ${names('c.confkey', 'c.confrelid')} AS "ofColumns"
    FROM pg_constraint c JOIN pg_class t ON t.oid = c.conrelid LEFT JOIN pg_class f ON f.oid = c.confrelid
    WHERE c.connamespace = current_schema()::regnamespace AND c.contype IN ('p', 'u', 'f')
    ORDER BY c.contype = 'f' DESC, t.relname, c.conname`);
  return rows;
}

/** Tables of this schema that belong to workshops. */
export async function workshopTables(knex: Knex): Promise<string[]> {
  const { rows } = await knex.raw(
    `SELECT tablename FROM pg_tables WHERE schemaname = current_schema() AND tablename <> ALL(?) ORDER BY tablename`,
    [NOBODYS],
  );
  return rows.map((r: { tablename: string }) => r.tablename);
}

const quoted = (names: readonly string[]): string => names.map((n) => `"${n}"`).join(', ');
const WHEN_DELETED: Readonly<Record<string, string>> = { a: '', c: ' ON DELETE CASCADE' };

export const dropKey = (k: Key): string => `ALTER TABLE "${k.table}" DROP CONSTRAINT "${k.name}"`;
export function addKey(k: Key, change: (columns: readonly string[]) => string[]): string {
  const add = `ALTER TABLE "${k.table}" ADD CONSTRAINT "${k.name}"`;
  if (k.kind === 'p') return `${add} PRIMARY KEY (${quoted(change(k.columns))})`;
  if (k.kind === 'u') return `${add} UNIQUE (${quoted(change(k.columns))})`;
  const to = k.of === 'workshops' ? k.ofColumns : change(k.ofColumns);
  const from = k.of === 'workshops' ? k.columns : change(k.columns);
  return `${add} FOREIGN KEY (${quoted(from)}) REFERENCES "${k.of}" (${quoted(to)})${WHEN_DELETED[k.whenDeleted]}`;
}

/** Whose a new row is: of the workshop its connection works for. A connection that works for none keeps nothing. */
export const OWN_WORKSHOP = `nullif(current_setting('${SETTING}', true), '')`;

/**
 * What makes a table the workshop's: a row says whose it is by itself, the workshop exists, and the application's role sees
 * and writes no other's. Its keys begin with `workshop_id`; that is the table's own to say.
 * @param keeps `record` for rows that are never changed nor taken away, by the database
 */
export async function belongsToWorkshops(knex: Knex, table: string, keeps: 'rows' | 'record'): Promise<void> {
  const may = keeps === 'record' ? 'SELECT, INSERT' : 'SELECT, INSERT, UPDATE, DELETE';
  await knex.raw(`
    ALTER TABLE "${table}" ALTER COLUMN workshop_id SET DEFAULT ${OWN_WORKSHOP};
    ALTER TABLE "${table}" ADD CONSTRAINT "${table}_workshop" FOREIGN KEY (workshop_id) REFERENCES workshops (id);
    ALTER TABLE "${table}" ENABLE ROW LEVEL SECURITY;
    CREATE POLICY own_workshop ON "${table}" USING (workshop_id = ${OWN_WORKSHOP});
    GRANT ${may} ON "${table}" TO ${APP_ROLE};`);
}
