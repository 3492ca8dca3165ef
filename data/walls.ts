import { and, eq, getTableColumns, is, type Column, type SQL } from 'drizzle-orm';
import { PgTable } from 'drizzle-orm/pg-core';
import type pg from 'pg';
import { shop } from './shopTable';

// Shops in one database are kept apart by two walls. The first stands here: whatever is asked through a handle of a shop asks for
// that shop's rows, whoever wrote the query. The second is PostgreSQL's row level security, which looks at what each connection
// was told that it sees (data/migrations/0018). Either holds without the other.

/** Whom a connection sees: the shop of a number, or every shop. */
export type Sees = number | 'all';

/** The column that says whose a row is; undefined for what belongs to no shop, such as who may sign in. */
function ownerOf(table: unknown): Column | undefined {
  if (!is(table, PgTable)) return undefined;
  const { shopId } = getTableColumns(table) as Record<string, Column>;
  // An alias has columns of its own: compared by the table's name it is still the shop's.
  return shopId ?? (table === shop ? shop.id : undefined);
}

type Where = (condition?: SQL) => unknown;
type Join = (table: unknown, on: SQL) => unknown;

/** Has a query that reads or changes `table` ask for one shop's rows, beside whatever else it asks for. */
function kept<Q extends { where: Where }>(query: Q, table: unknown, shopId: number): Q {
  const own = (of: unknown): SQL | undefined => {
    const column = ownerOf(of);
    return column && eq(column, shopId);
  };
  const joins = query as unknown as Record<'innerJoin' | 'leftJoin', Join | undefined>;
  for (const name of ['innerJoin', 'leftJoin'] as const) {
    const join = joins[name]?.bind(query);
    if (join) joins[name] = (other, on) => join(other, and(on, own(other)) as SQL);
  }
  const condition = own(table);
  if (!condition) return query;
  const { where: asked } = query;
  const where: Where = (more) => asked.call(query, more);
  query.where = (more) => where(and(condition, more));
  where(condition);
  return query;
}

type Values = Record<string, unknown>;
type Builder = Record<'from' | 'set' | 'values', (given: unknown) => { where: Where }>;

/** The first wall: a handle through which only rows of a shop are read, changed and added. */
export function boundTo<T extends object>(handle: T, shopId: number): T {
  const ofShop = (row: Values): Values => ({ ...row, shopId });
  return new Proxy(handle, {
    get(target, name) {
      const method: unknown = Reflect.get(target, name);
      if (typeof method !== 'function') return method;
      const call = (...given: unknown[]): Builder => Reflect.apply(method, target, given) as Builder;
      switch (name) {
        case 'select':
        case 'selectDistinct':
          return (...columns: unknown[]) => {
            const builder = call(...columns);
            const from = builder.from.bind(builder);
            builder.from = (table) => kept(from(table), table, shopId);
            return builder;
          };
        case 'update':
          return (table: unknown) => {
            const builder = call(table);
            const set = builder.set.bind(builder);
            builder.set = (values) => kept(set(values), table, shopId);
            return builder;
          };
        case 'delete':
          return (table: unknown) => kept(call(table) as unknown as { where: Where }, table, shopId);
        case 'insert':
          return (table: unknown) => {
            const builder = call(table);
            if (!ownerOf(table) || table === shop) return builder;
            const values = builder.values.bind(builder);
            builder.values = (rows) =>
              values(Array.isArray(rows) ? (rows as Values[]).map(ofShop) : ofShop(rows as Values));
            return builder;
          };
        default:
          return method.bind(target) as unknown;
      }
    },
  });
}

/**
 * What a connection is told before it is first used. Whoever logs in as a superuser, whom no policy binds, works as `vexlo_rows`,
 * who can do nothing but read and write rows; where that role is not there this fails, and nothing is read.
 */
const BIND = `select set_config('vexlo.shop', $1, false),
  case when rolsuper or rolbypassrls then set_config('role', 'vexlo_rows', false) end
  from pg_roles where rolname = session_user`;
/** The same for whoever owns the tables, and makes or empties them. */
const UNBIND = `select set_config('role', 'none', false), set_config('vexlo.shop', $1, false)`;
/** And where it is bound already and is to see another shop. */
const SEE = `select set_config('vexlo.shop', $1, false)`;

const told = new WeakMap<pg.PoolClient, { sees: Sees; asOwner: boolean }>();

/** The second wall: the same connections, each told before it is used whom it sees. They are shared by all shops. */
export function seeing(pool: pg.Pool, sees: Sees, asOwner = false): pg.Pool {
  const connect = async (): Promise<pg.PoolClient> => {
    const client = await pool.connect();
    const before = told.get(client);
    if (before?.sees === sees && before.asOwner === asOwner) return client;
    const isBound = before?.asOwner === asOwner;
    try {
      await client.query(isBound ? SEE : asOwner ? UNBIND : BIND, [String(sees)]);
      told.set(client, { sees, asOwner });
      return client;
    } catch (error) {
      client.release(true);
      throw error;
    }
  };
  const query = async (...asked: unknown[]): Promise<unknown> => {
    const client = await connect();
    try {
      const answer: unknown = await (client.query as (...all: unknown[]) => Promise<unknown>)(...asked);
      client.release();
      return answer;
    } catch (error) {
      // As the pool's own does: what broke in the middle is not used again.
      client.release(true);
      throw error;
    }
  };
  return Object.create(pool, { connect: { value: connect }, query: { value: query } }) as pg.Pool;
}
