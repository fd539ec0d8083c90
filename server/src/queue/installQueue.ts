import { Logger, runMigrations } from 'graphile-worker';
import pg from 'pg';

const SILENT = new Logger(() => () => {});

/** Brings the queue's own tables up, which come with its package; where they stand already nothing is done. */
export async function installQueue(connection: pg.ClientConfig): Promise<void> {
  const pgPool = new pg.Pool({ ...connection, max: 2 });
  pgPool.on('error', () => {});
  try {
    await runMigrations({ pgPool, logger: SILENT });
  } finally {
    await pgPool.end();
  }
}
