import { sql } from 'drizzle-orm';
import { causeOf, connect, type Connection } from '../data/client';
import { logger } from './monitor/logger';

let opened: Connection | undefined;

/** The server's one connection pool, opened on first use from `DATABASE_URL`. */
export function database(): Connection {
  if (!opened) {
    const url = process.env['DATABASE_URL'];
    if (!url) throw new Error('DATABASE_URL is not set; start Vexlo with ./vexlo start');
    opened = connect(url, false, (words) => logger.error(words));
  }
  return opened;
}

/** Whether the database answers, within a second and a half; why not, else null. */
export async function reachable(): Promise<string | null> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<string>((resolve) => {
    timer = setTimeout(() => resolve('it does not answer'), 1500);
  });
  const asked = database()
    .everyShop.execute(sql`select 1`)
    .then(
      () => null,
      (error: unknown) => {
        const cause = causeOf(error);
        return cause instanceof Error ? cause.message : 'it fails';
      },
    );
  try {
    return await Promise.race([asked, late]);
  } finally {
    clearTimeout(timer);
  }
}
