import { causeOf, connect, migrateTables, NewerDatabase, refuseNewer } from '../data/client';
import { loadDemo } from './demo';
import { MIGRATIONS } from './paths';

/** What a connection that failed is told as. */
function unreachable(error: unknown): Error {
  const { message, code } = error as Error & { code?: string };
  const refused = /ECONNREFUSED|ENOTFOUND|EAI_AGAIN|ETIMEDOUT|timeout/.test(`${code ?? ''} ${message}`);
  const why = code === '28P01' || /SCRAM|password/.test(message) ? 'it does not take the password' : message;
  return new Error(
    refused || code?.startsWith('28') || why !== message
      ? `the database that DATABASE_URL names cannot be reached: ${why}. Start it, put the address right, or leave DATABASE_URL out to use one of Vexlo’s own`
      : `the database cannot be prepared: ${message}`,
  );
}

/** Creates the tables and, in an empty database, the demo shop. */
export async function prepareDatabase(url: string): Promise<void> {
  const connection = connect(url, true);
  try {
    await refuseNewer(connection.database, MIGRATIONS);
    await migrateTables(connection.database, MIGRATIONS);
    if (await loadDemo(connection.database)) console.error('vexlo: loaded the demo shop');
  } catch (error) {
    throw error instanceof NewerDatabase ? error : unreachable(causeOf(error));
  } finally {
    await connection.close();
  }
}
