import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import * as schema from './tables';
import { boundTo, seeing, type Sees } from './walls';

export type Database = NodePgDatabase<typeof schema> & { $client: pg.Pool };
/** A database on one connection, in a transaction. */
export type Transaction = NodePgDatabase<typeof schema>;
/** A database or a transaction on it: queries take either. */
export type Queryable = Pick<Database, 'select' | 'selectDistinct' | 'insert' | 'update' | 'delete'>;

export type Connection = {
  /** The rows of one shop. */
  ofShop: (id: number) => Database;
  /** The rows of every shop: for who is at the door before it is known of which shop they are, and for work of all shops. */
  everyShop: Database;
  /** The tables themselves, as whoever owns them: they are made, emptied and brought up to date here. */
  tables: Database;
  /** What its pools hold, by name. */
  pools: () => { name: string; total: number; idle: number; waiting: number }[];
  close: () => Promise<void>;
};

/** Told of a connection that was lost and is opened anew. */
type Lost = (words: string) => void;

const handle = (client: pg.Pool | pg.PoolClient) => drizzle({ client, schema, casing: 'snake_case' });
/** Which shop a pool's handle is bound to. */
const shopOf = new WeakMap<pg.Pool, number>();

function seen(pool: pg.Pool, sees: Sees): Database {
  const through = seeing(pool, sees);
  const open = handle(through) as Database;
  if (sees === 'all') return open;
  shopOf.set(through, sees);
  return boundTo(open, sees);
}

/** A database that does not answer is a fault in words and not a page that waits for ever, ms. */
const CONNECT_MS = 10_000;
const QUERY_MS = 20_000;

/** Connections of a process, at most: for what shops ask, and for who is at the door. */
const MOST_CONNECTIONS = 20;
const MOST_AT_THE_DOOR = 6;

function poolOf(url: string, patient: boolean, max: number, told: Lost): pg.Pool {
  const pool = new pg.Pool({
    connectionString: url,
    max,
    connectionTimeoutMillis: CONNECT_MS,
    keepAlive: true,
    // What PostgreSQL does not break off itself (it may be frozen) is given up on this side a little later.
    ...(patient ? {} : { statement_timeout: QUERY_MS - 2000, query_timeout: QUERY_MS }),
  });
  // A connection that the server drops is replaced by the pool, whether idle or in the middle of a transaction. Without
  // somebody who listens, either would end the process.
  const lost = (error: Error): void => told(`database connection lost: ${error.message}`);
  pool.on('error', lost);
  pool.on('connect', (client) => client.on('error', lost));
  return pool;
}

/** Connects to PostgreSQL. Connections are opened as they are needed; `patient` for work that nobody waits for on a page. */
export function connect(
  url: string,
  patient = false,
  lost: Lost = (words) => console.error(words),
): Connection {
  const pool = poolOf(url, patient, MOST_CONNECTIONS, lost);
  // Apart from the others: a connection that stays with one shop need not be told again whom it sees.
  const door = poolOf(url, patient, MOST_AT_THE_DOOR, lost);
  // A handle is made once a shop, and holds no connection.
  const shops = new Map<number, Database>();
  return {
    ofShop: (id) => {
      const known = shops.get(id) ?? seen(pool, id);
      shops.set(id, known);
      return known;
    },
    everyShop: seen(door, 'all'),
    tables: handle(seeing(door, 'all', true)) as Database,
    pools: () =>
      Object.entries({ shops: pool, door }).map(([name, { totalCount, idleCount, waitingCount }]) => ({
        name,
        total: totalCount,
        idle: idleCount,
        waiting: waitingCount,
      })),
    close: async () => {
      await Promise.all([pool.end(), door.end()]);
    },
  };
}

/**
 * Runs work in a transaction, rolled back when it throws. Its connection goes back to the pool whatever breaks: where it is lost
 * before BEGIN came through, the query builder's own would keep it for good, and ten of those leave no connection for anybody.
 */
export async function transaction<T>(
  { $client: pool }: Database,
  work: (tx: Transaction) => Promise<T>,
): Promise<T> {
  const shopId = shopOf.get(pool);
  const client = await pool.connect();
  let broken = false;
  try {
    await client.query('begin');
    const rows = handle(client);
    const answer = await work(shopId === undefined ? rows : boundTo(rows, shopId));
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
export async function migrateTables(tables: Database, folder: string): Promise<void> {
  await migrate(tables, { migrationsFolder: folder });
  await letRowsBeWorked(tables, 'public');
}

/**
 * Lets the role that superusers work as (data/walls) read and write the rows of a schema. Needed for who logs in as a superuser
 * alone; a backup does not carry it, so it is said at every start.
 */
export async function letRowsBeWorked(tables: Database, namespace: 'public' | 'pgboss'): Promise<void> {
  const { rows } = await tables.execute<{ unbound: boolean; there: boolean }>(sql`
    select rolsuper or rolbypassrls as unbound, exists (select from pg_roles where rolname = 'vexlo_rows') as there
    from pg_roles where rolname = current_user`);
  if (rows[0]?.unbound !== true) return;
  if (!rows[0].there)
    // Roles are of the whole cluster: another database of it may make it at the same moment.
    await tables.execute(sql`do $$ begin
      create role vexlo_rows nologin;
    exception when duplicate_object or unique_violation then null;
    end $$`);
  const name = sql.identifier(namespace);
  await transaction(tables, async (tx) => {
    // PostgreSQL refuses one of two that say it of the same table at one moment, as servers do that start together.
    await tx.execute(sql`select pg_advisory_xact_lock(hashtext('vexlo_rows'))`);
    await tx.execute(sql`grant usage on schema ${name} to vexlo_rows`);
    await tx.execute(sql`grant select, insert, update, delete on all tables in schema ${name} to vexlo_rows`);
    await tx.execute(sql`grant usage, select on all sequences in schema ${name} to vexlo_rows`);
  });
}
