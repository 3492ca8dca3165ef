import { faultsOf } from '../core/format/fields';
import { causeOf, connect, migrateTables, NewerDatabase, refuseNewer } from '../data/client';
import { onlyShop, type Shops } from '../server/context';
import { shopsThere } from '../data/shop';
import { allPeople, signsIn } from '../data/people';
import { faultLines } from '../formats/buildJson';
import { openingBody, openWithOwner } from '../server/accounts/opening';
import { loadDemo } from './demo';
import { MIGRATIONS } from './paths';
import { signingSecret } from './secret';

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

/** The owner that the environment names: for a machine where nobody opens a browser first. */
async function ownerOfEnvironment(shops: Shops): Promise<void> {
  const [name, password] = [process.env['VEXLO_OWNER'], process.env['VEXLO_OWNER_PASSWORD']];
  if (!name) return;
  const read = openingBody.safeParse({ shop: process.env['VEXLO_SHOP'] || undefined, name, password });
  if (!read.success)
    throw new Error(
      `VEXLO_OWNER names an owner, but: ${faultLines(faultsOf(openingBody, read.error.issues))}. Give VEXLO_OWNER and VEXLO_OWNER_PASSWORD`,
    );
  process.env['VEXLO_SECRET'] ??= signingSecret();
  if (await openWithOwner(shops, read.data)) console.error(`vexlo: ${name} is the owner`);
}

/** Creates the tables and, in an empty database, the demo shop, unless `VEXLO_DEMO` is `no`. */
export async function prepareDatabase(url: string): Promise<void> {
  const connection = connect(url, true);
  try {
    await refuseNewer(connection.tables, MIGRATIONS);
    await migrateTables(connection.tables, MIGRATIONS);
    if (process.env['VEXLO_DEMO'] !== 'no' && (await loadDemo(connection)))
      console.error('vexlo: loaded the demo shop');
    await ownerOfEnvironment(connection);
  } catch (error) {
    throw error instanceof NewerDatabase || /VEXLO_OWNER/.test(String(error))
      ? error
      : unreachable(causeOf(error));
  } finally {
    await connection.close();
  }
}

/** Whether whoever reaches the server comes in: nobody of its one shop has a password yet, or there is none. */
export async function isOpenShop(url: string): Promise<boolean> {
  const connection = connect(url, true);
  try {
    const shopId = await onlyShop(connection);
    if (shopId === undefined) return (await shopsThere(connection.everyShop)).length === 0;
    return !(await allPeople(connection.ofShop(shopId))).some(signsIn);
  } finally {
    await connection.close();
  }
}
