import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { username } from 'better-auth/plugins/username';
import { LEAST_PASSWORD, MOST_PASSWORD, signInName } from '../../core/people/rights';
import type { Database } from '../../data/client';
import { accounts, sessions, users, verifications } from '../../data/tables';
import { serverSecret } from '../secret';
import { bench } from './benchPlugin';
import { sessionHours } from './sessionHours';

/** Set by this server from the line that a request came by; what a sender writes there is replaced. */
export const ADDRESS_HEADER = 'x-vexlo-address';

/** The address by which people reach the shop, if it was set: `https://shop.example`. */
export const OUTSIDE = process.env['VEXLO_URL'] ?? '';

function made(everyShop: Database) {
  return betterAuth({
    appName: 'Vexlo',
    secret: serverSecret(),
    baseURL: OUTSIDE || 'http://localhost',
    database: drizzleAdapter(everyShop, {
      provider: 'pg',
      schema: { user: users, session: sessions, account: accounts, verification: verifications },
    }),
    emailAndPassword: {
      enabled: true,
      // Who works here is said by the owner.
      disableSignUp: true,
      minPasswordLength: LEAST_PASSWORD,
      maxPasswordLength: MOST_PASSWORD,
    },
    session: {
      expiresIn: sessionHours(process.env['VEXLO_SIGN_IN_HOURS']) * 3600,
      disableSessionRefresh: true,
    },
    // Its endpoints are called from ours, which count tries in the database, for all server processes together.
    rateLimit: { enabled: false },
    telemetry: { enabled: false },
    logger: { level: 'error' },
    plugins: [
      username({
        minUsernameLength: 1,
        maxUsernameLength: 60,
        usernameNormalization: signInName,
        usernameValidator: (name) => signInName(name) !== '',
        displayUsername: false,
      }),
      bench,
    ],
    advanced: {
      cookiePrefix: 'vexlo',
      // A browser sends such a cookie over TLS alone; on a machine's own loopback there is none.
      useSecureCookies: OUTSIDE.startsWith('https:'),
      ipAddress: { ipAddressHeaders: [ADDRESS_HEADER] },
    },
  });
}

export type Auth = ReturnType<typeof made>;
const known = new WeakMap<Database, Auth>();

/** Sign-in, sessions and passwords on a database, of all its shops. Throws where the server was given no secret. */
export function authOf({ everyShop }: { everyShop: Database }): Auth {
  const one = known.get(everyShop) ?? made(everyShop);
  known.set(everyShop, one);
  return one;
}
