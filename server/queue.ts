import type PgBoss from 'pg-boss';
import { database } from './database';
import { openQueue, workOnFleet } from './fleet';

let opened: Promise<PgBoss> | undefined;

/** The server process's queue, opened once; from then on the process takes its share of the work. */
export function queue(): Promise<PgBoss> {
  opened ??= (async () => {
    const boss = await openQueue(process.env['DATABASE_URL'] ?? '', database().tables);
    await workOnFleet(boss, database());
    return boss;
  })();
  // A database that is not there yet is tried again at the next request.
  opened.catch(() => (opened = undefined));
  return opened;
}
