import createKnex, { type Knex } from 'knex';
import pg from 'pg';
import { installQueue } from '../queue/installQueue.ts';
import { LOCKS } from './locks.ts';
import * as first from './migrations/001_first.ts';
import * as briefAndPower from './migrations/002_brief_and_power.ts';
import * as storeAndBuying from './migrations/003_store_and_buying.ts';
import * as presses from './migrations/004_presses.ts';
import * as jobSummaries from './migrations/005_job_summaries.ts';
import * as ownParts from './migrations/006_own_parts.ts';
import * as houseDesigns from './migrations/007_house_designs.ts';
import * as buildRecords from './migrations/008_build_records.ts';
import * as schedule from './migrations/009_schedule.ts';
import * as units from './migrations/010_units.ts';
import * as benchReadings from './migrations/011_bench_readings.ts';
import * as practice from './migrations/012_practice.ts';
import * as shipments from './migrations/013_shipments.ts';
import * as fieldNotes from './migrations/014_field_notes.ts';
import * as driven from './migrations/015_driven.ts';
import * as fieldLogs from './migrations/016_field_logs.ts';
import * as newestOfJob from './migrations/017_newest_of_job.ts';
import * as firstRows from './migrations/018_first_rows.ts';
import * as people from './migrations/019_people.ts';
import * as workshops from './migrations/020_workshops.ts';
import * as audit from './migrations/021_audit.ts';
import * as queue from './migrations/022_queue.ts';
import * as offersChanged from './migrations/023_offers_changed.ts';
import * as personUnits from './migrations/024_units.ts';
import * as apiKeys from './migrations/025_api_keys.ts';
import * as hooks from './migrations/026_hooks.ts';
import * as firstRun from './migrations/027_first_run.ts';
import { APP_ROLE } from './ofWorkshops.ts';

// Dates without a time stay text, so that no time zone shifts them by a day.
pg.types.setTypeParser(1082, (text: string) => text);

const MIGRATIONS: { name: string; module: Knex.Migration }[] = [
  { name: '001_first', module: first },
  { name: '002_brief_and_power', module: briefAndPower },
  { name: '003_store_and_buying', module: storeAndBuying },
  { name: '004_presses', module: presses },
  { name: '005_job_summaries', module: jobSummaries },
  { name: '006_own_parts', module: ownParts },
  { name: '007_house_designs', module: houseDesigns },
  { name: '008_build_records', module: buildRecords },
  { name: '009_schedule', module: schedule },
  { name: '010_units', module: units },
  { name: '011_bench_readings', module: benchReadings },
  { name: '012_practice', module: practice },
  { name: '013_shipments', module: shipments },
  { name: '014_field_notes', module: fieldNotes },
  { name: '015_driven', module: driven },
  { name: '016_field_logs', module: fieldLogs },
  { name: '017_newest_of_job', module: newestOfJob },
  { name: '018_first_rows', module: firstRows },
  { name: '019_people', module: people },
  { name: '020_workshops', module: workshops },
  { name: '021_audit', module: audit },
  { name: '022_queue', module: queue },
  { name: '023_offers_changed', module: offersChanged },
  { name: '024_units', module: personUnits },
  { name: '025_api_keys', module: apiKeys },
  { name: '026_hooks', module: hooks },
  { name: '027_first_run', module: firstRun },
];

export const MIGRATION_NAMES: readonly string[] = MIGRATIONS.map((m) => m.name);

const migrationSource: Knex.MigrationSource<(typeof MIGRATIONS)[number]> = {
  getMigrations: async () => MIGRATIONS,
  getMigrationName: (m) => m.name,
  getMigration: async (m) => m.module,
};

/** What goes wrong is thrown to who asked, who says it in words; the library would print it as well. */
const quiet = () => {};
const LOG = { debug: quiet, warn: quiet, error: quiet, deprecate: quiet };

/** Opens the database named by a PostgreSQL URL, as who owns it: for what is done to all of it. */
export function openDatabase(url: string, max = 10): Knex {
  return createKnex({ client: 'pg', connection: url, log: LOG, pool: { min: 0, max } });
}

/** Opens it as the application's role, which sees nothing until it is said for which workshop: see `inWorkshop`. */
export const openServing = (url: string, max = 10): Knex => createKnex(servingSettings(url, max));

export function servingSettings(url: string, max: number): Knex.Config {
  const afterCreate = (own: pg.Client, done: (error: Error | null, own: pg.Client) => void) => {
    own.query(`SET ROLE ${APP_ROLE}`, (error) => done(error, own));
  };
  return { client: 'pg', connection: url, log: LOG, pool: { min: 0, max, afterCreate } };
}

/**
 * Connections beside those of the presses, for what must stand although a press is taken back. Were they the same ones,
 * presses that wait for one another could hold all of them, and the first would wait for one for ever. They work for no
 * workshop, ever: before the door nobody is of one.
 */
export const openGround = (url: string): Knex => openServing(url, 3);

/**
 * Brings the tables up, each step whole or not at all. One server at a time does it, so a mark that says somebody is at it
 * was left by one that was killed in the middle.
 * @param steps how many of them; fewer than there are put the tables back to an older program's
 */
export async function migrate(db: Knex, steps = MIGRATIONS.length): Promise<void> {
  await withLock(db, LOCKS.migrating, async () => {
    await db.migrate.forceFreeMigrationsLock({ migrationSource });
    if (steps === MIGRATIONS.length) {
      // Spelled out: the password is hidden from whoever copies the whole.
      const { host, port, user, password, database, ssl } = db.client.connectionSettings;
      await installQueue({ host, port, user, password, database, ssl });
      await db.migrate.latest({ migrationSource });
      return;
    }
    const done = async (): Promise<number> => (await db.migrate.list({ migrationSource }))[0].length;
    while ((await done()) < steps) await db.migrate.up({ migrationSource });
    while ((await done()) > steps) await db.migrate.down({ migrationSource });
  });
}

/** One server at a time does what a start has to do; the others wait for it. */
export const alone = (db: Knex, work: () => Promise<void>): Promise<void> => withLock(db, LOCKS.starting, work);

async function withLock(db: Knex, lock: number, work: () => Promise<void>): Promise<void> {
  await db.transaction(async (trx) => {
    await trx.raw('SELECT pg_advisory_xact_lock(?)', [lock]);
    await work();
  });
}
