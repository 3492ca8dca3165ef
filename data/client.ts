import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import * as schema from './schema';

export type Database = NodePgDatabase<typeof schema>;
/** A database or a transaction on it: queries take either. */
export type Queryable = Pick<Database, 'select' | 'insert' | 'update' | 'delete'>;

export type Connection = { database: Database; close: () => Promise<void> };

/** Connects to PostgreSQL. The pool opens connections as they are needed. */
export function connect(url: string): Connection {
  const pool = new pg.Pool({ connectionString: url, max: 10 });
  // An idle connection that the server drops is replaced by the pool; it must not end the process.
  pool.on('error', (error) => console.error(`database connection lost: ${error.message}`));
  return { database: drizzle({ client: pool, schema, casing: 'snake_case' }), close: () => pool.end() };
}

/** Brings the tables up to date; running it again changes nothing. */
export async function migrateTables(database: Database, folder: string): Promise<void> {
  await migrate(database, { migrationsFolder: folder });
}
