import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import * as schema from './tables';

export type Database = NodePgDatabase<typeof schema> & { $client: pg.Pool };
/** A database on one connection, in a transaction. */
export type Transaction = NodePgDatabase<typeof schema>;
/** A database or a transaction on it: queries take either. */
export type Queryable = Pick<Database, 'select' | 'selectDistinct' | 'insert' | 'update' | 'delete'>;

export type Connection = { database: Database; close: () => Promise<void> };

/** A database that does not answer is a fault in words and not a page that waits for ever, ms. */
const CONNECT_MS = 10_000;
const QUERY_MS = 20_000;

/** Connects to PostgreSQL. The pool opens connections as they are needed; `patient` for work that nobody waits for on a page. */
export function connect(url: string, patient = false): Connection {
  const pool = new pg.Pool({
    connectionString: url,
    max: 10,
    connectionTimeoutMillis: CONNECT_MS,
    keepAlive: true,
    // What PostgreSQL does not break off itself (it may be frozen) is given up on this side a little later.
    ...(patient ? {} : { statement_timeout: QUERY_MS - 2000, query_timeout: QUERY_MS }),
  });
  // A connection that the server drops is replaced by the pool, whether idle or in the middle of a transaction. Without
  // somebody who listens, either would end the process.
  const lost = (error: Error): void => console.error(`database connection lost: ${error.message}`);
  pool.on('error', lost);
  pool.on('connect', (client) => client.on('error', lost));
  return { database: drizzle({ client: pool, schema, casing: 'snake_case' }), close: () => pool.end() };
}

/**
 * Runs work in a transaction, rolled back when it throws. Its connection goes back to the pool whatever breaks: where it is lost
 * before BEGIN came through, the query builder's own would keep it for good, and ten of those leave no connection for anybody.
 */
export async function transaction<T>(
  { $client: pool }: Database,
  work: (tx: Transaction) => Promise<T>,
): Promise<T> {
  const client = await pool.connect();
  let broken = false;
  try {
    await client.query('begin');
    const answer = await work(drizzle({ client, schema, casing: 'snake_case' }));
    await client.query('commit');
    return answer;
  } catch (error) {
    await client.query('rollback').catch(() => (broken = true));
    throw error;
  } finally {
    client.release(broken);
  }
}

/** What PostgreSQL or the network said, under what the query builder wraps around it. */
export const causeOf = (error: unknown): unknown =>
  error instanceof Error && error.cause instanceof Error ? error.cause : error;

/** The database was brought up to date by a newer program than this one. */
export class NewerDatabase extends Error {}

/** The moment of the newest migration that this program knows, ms. */
export function newestMigration(folder: string): number {
  const journal = JSON.parse(readFileSync(join(folder, 'meta', '_journal.json'), 'utf8')) as {
    entries: { when: number }[];
  };
  return Math.max(...journal.entries.map(({ when }) => when));
}

/** Refuses a database whose tables are newer than this program knows: it would read them wrongly. Throws `NewerDatabase`. */
export async function refuseNewer(database: Database, folder: string): Promise<void> {
  const newest = newestMigration(folder);
  const there = await database.execute(
    sql`select to_regclass('drizzle.__drizzle_migrations') is not null as there`,
  );
  if (there.rows[0]?.['there'] !== true) return;
  const last = await database.execute(sql`select max(created_at) as last from drizzle.__drizzle_migrations`);
  if (Number(last.rows[0]?.['last'] ?? 0) > newest)
    throw new NewerDatabase(
      'the database was made by a newer Vexlo than this program. Upgrade the program, or restore a backup that this one made',
    );
}

/** Brings the tables up to date; running it again changes nothing. */
export async function migrateTables(database: Database, folder: string): Promise<void> {
  await migrate(database, { migrationsFolder: folder });
}
