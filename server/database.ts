import { connect, type Database } from '../data/client';

let opened: Database | undefined;

/** The server's one connection pool, opened on first use from `DATABASE_URL`. */
export function database(): Database {
  if (!opened) {
    const url = process.env['DATABASE_URL'];
    if (!url) throw new Error('DATABASE_URL is not set; start Vexlo with ./vexlo start');
    opened = connect(url).database;
  }
  return opened;
}
