import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { signInName } from '../../core/people/rights';
import type { Database } from '../../data/client';
import { done, refused, type Outcome } from '../errors';

const WINDOW_S = 15 * 60;
/** Wrong tries at one name, and from one address, in a quarter of an hour. A workshop's people share an address. */
const MOST_AT_NAME = 8;
const MOST_FROM_ADDRESS = 40;

function made(db: Database) {
  const shared = {
    storeClient: db.$client,
    tableName: 'sign_in_tries',
    tableCreated: true,
    duration: WINDOW_S,
    clearExpiredByTimeout: false,
  };
  return {
    name: new RateLimiterPostgres({ ...shared, keyPrefix: 'name', points: MOST_AT_NAME }),
    address: new RateLimiterPostgres({ ...shared, keyPrefix: 'address', points: MOST_FROM_ADDRESS }),
  };
}
const known = new WeakMap<Database, ReturnType<typeof made>>();

/**
 * Counts a try before it is looked at, so that many at one moment count too; 429 where there were too many. `forget` is called
 * for one that was right: it does not count against the name.
 */
export async function counted(
  { everyShop }: { everyShop: Database },
  name: string,
  address: string,
  cure = 'or have the owner make a link to set a new password',
): Promise<Outcome<{ forget: () => Promise<void> }>> {
  const limits = known.get(everyShop) ?? made(everyShop);
  known.set(everyShop, limits);
  const key = signInName(name).slice(0, 100);
  try {
    await limits.address.consume(address);
    await limits.name.consume(key);
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error;
    const minutes = Math.max(1, Math.ceil(error.msBeforeNext / 60_000));
    return refused({
      status: 429,
      message: `Too many tries; wait ${minutes} ${minutes === 1 ? 'minute' : 'minutes'}, ${cure}.`,
    });
  }
  return done({
    forget: async () => {
      await limits.name.delete(key);
      await limits.address.reward(address);
    },
  });
}
