import { getTableName, is, sql } from 'drizzle-orm';
import { PgTable } from 'drizzle-orm/pg-core';
import type { Database } from './client';
import * as schema from './tables';

/** Takes everything out of all tables and begins their numbers anew. For a load that was cut short; nothing else calls it. */
export async function emptyTables(db: Database): Promise<void> {
  const names = Object.values<unknown>(schema).flatMap((one) =>
    // What is only ever added to is not emptied either.
    is(one, PgTable) && one !== schema.audit ? [sql.identifier(getTableName(one))] : [],
  );
  await db.execute(sql`truncate ${sql.join(names, sql`, `)} restart identity cascade`);
}
