import PgBoss from 'pg-boss';
import { sql } from 'drizzle-orm';
import { letRowsBeWorked, type Database } from '../../data/client';
import { database } from '../database';
import { logger } from '../monitor/logger';

/** What is worked off beside requests: shares of fleet searches, what each vehicle of a fleet takes, calls of webhooks, the look at what is due. */
export const QUEUES = { fleet: 'fleet', common: 'common', webhook: 'webhook', due: 'due' } as const;

/** How the queue is kept; a test is less patient than a shop. */
export type QueuePatience = {
  /** A share that takes longer was taken by a process that is gone, s. */
  expireS: number;
  /** How often such shares are looked for, s. */
  lookS: number;
};
export const PATIENCE: QueuePatience = { expireS: 30, lookS: 10 };

/** Opens the queue in PostgreSQL; every server process has one, and they share what is in it. */
export async function openQueue(
  url: string,
  tables: Database,
  { lookS }: QueuePatience = PATIENCE,
): Promise<PgBoss> {
  const boss = new PgBoss({ connectionString: url, max: 2, maintenanceIntervalSeconds: lookS });
  boss.on('error', (error) => logger.error(`the queue: ${error.message}`));
  await boss.start();
  for (const name of Object.values(QUEUES)) await boss.createQueue(name);
  // What is queued is stored in one transaction with what it is of, by whoever works on the shop's rows.
  await letRowsBeWorked(tables, 'pgboss');
  return boss;
}

let opened: Promise<PgBoss> | undefined;

/** The server process's queue, opened once. */
export function queue(): Promise<PgBoss> {
  opened ??= openQueue(process.env['DATABASE_URL'] ?? '', database().tables);
  // A database that is not there yet is tried again at the next request.
  opened.catch(() => (opened = undefined));
  return opened;
}

/** Has the queue store what it is sent in a transaction of ours: its statements have `$1`, `$2`, … for their values. */
export const within = (tx: Pick<Database, 'execute'>) => ({
  executeSql: async (text: string, values: unknown[]) => {
    const parts = text
      .split(/\$(\d+)/)
      .map((part, i) => (i % 2 === 0 ? sql.raw(part) : sql`${sql.param(values[Number(part) - 1])}`));
    const { rows } = await tx.execute(sql.join(parts));
    return { rows };
  },
});
