import knex, { type Knex } from 'knex';
import { log } from '../log';
import { migrations } from './migrations';

export type Database = Knex;

/** Who owns what is made until accounts exist. */
export const OWNER = 'studio';

/** Opens a pool of connections. A database that is away makes queries fail within seconds, not hang. */
export function connect(url: string): Database {
  return knex({
    client: 'pg',
    connection: { connectionString: url, connectionTimeoutMillis: 3000, keepAlive: true },
    pool: { min: 0, max: 12 },
    acquireConnectionTimeout: 4000,
    log: { warn: (message) => log.info(message), error: (message) => log.info(message) },
    migrations: { migrationSource: migrations, tableName: 'schema_migrations' },
  });
}

/** Brings the tables up to date. */
export async function migrate(database: Database): Promise<void> {
  await database.migrate.latest();
}

/** Databases that have been found with all their tables: these stay. */
const upToDate = new WeakSet<Database>();

/** Whether the database answers and has all its tables. */
export async function isReady(database: Database): Promise<boolean> {
  try {
    if (upToDate.has(database)) {
      await database.raw('select 1');
      return true;
    }
    const [, pending] = (await database.migrate.list()) as [unknown[], unknown[]];
    if (pending.length === 0) upToDate.add(database);
    return pending.length === 0;
  } catch {
    return false;
  }
}
