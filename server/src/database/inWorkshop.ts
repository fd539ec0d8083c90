import createKnex, { type Knex } from 'knex';
import { LRUCache } from 'lru-cache';
import { APP_ROLE, SETTING } from './ofWorkshops.ts';

interface Connection {
  query(sql: string, values: unknown[]): Promise<unknown>;
  /** The workshop this connection was last said to work for. */
  ombrikWorkshop?: string;
}
interface PoolClient extends Knex.Client {
  initializePool(): void;
  destroy(): Promise<void>;
  version: string;
  acquireConnection(): Promise<Connection>;
  releaseConnection(connection: Connection): Promise<unknown>;
}

const MOST = 1000;
const scoped = new WeakMap<Knex, LRUCache<string, Knex>>();

/**
 * The same connections, each told before its use that it works for this workshop: what is read and written through it is
 * of that workshop alone, and a new row is its own without anybody saying so.
 * @param db connections of the whole database
 */
export function inWorkshop(db: Knex, workshopId: string): Knex {
  let known = scoped.get(db);
  if (!known) {
    known = new LRUCache({ max: MOST });
    scoped.set(db, known);
  }
  const own = known.get(workshopId) ?? openScoped(db, workshopId);
  known.set(workshopId, own);
  return own;
}

function openScoped(db: Knex, workshopId: string): Knex {
  const root = db.client as PoolClient;
  const Base = root.constructor as new (config: object) => PoolClient;
  class Scoped extends Base {
    override initializePool() {
      // It has none of its own.
    }
    override async acquireConnection() {
      const connection = await root.acquireConnection();
      if (connection.ombrikWorkshop === workshopId) return connection;
      try {
        await connection.query('SELECT set_config($1, $2, false)', [SETTING, workshopId]);
        connection.ombrikWorkshop = workshopId;
        return connection;
      } catch (error) {
        await root.releaseConnection(connection);
        throw error;
      }
    }
    override releaseConnection(connection: Connection) {
      return root.releaseConnection(connection);
    }
    override async destroy() {
      // The connections are the root's.
    }
  }
  return createKnex({ client: Scoped as unknown as typeof Knex.Client, connection: {}, version: root.version });
}

/** From here to its end the transaction works for this workshop, as the application's role: for who has just opened it. */
export async function beginFor(trx: Knex.Transaction, workshopId: string): Promise<void> {
  await trx.raw('SELECT set_config(?, ?, true)', [SETTING, workshopId]);
  await trx.raw(`SET LOCAL ROLE ${APP_ROLE}`);
}
