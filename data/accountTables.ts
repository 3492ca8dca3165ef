import { boolean, index, integer, pgTable, text, timestamp, bigint } from 'drizzle-orm/pg-core';

// The four tables that better-auth keeps, under its names for their columns. Whoever signs in is a user; who that is in a shop
// stands in `people`.

const moment = () => timestamp({ withTimezone: true });

export const users = pgTable('users', {
  id: text().primaryKey(),
  name: text().notNull(),
  /** Never written to: people sign in by name. It holds an address that cannot be one. */
  email: text().notNull().unique(),
  emailVerified: boolean().notNull().default(false),
  image: text(),
  createdAt: moment().notNull().defaultNow(),
  updatedAt: moment().notNull().defaultNow(),
  username: text().unique(),
});

export const sessions = pgTable(
  'sessions',
  {
    id: text().primaryKey(),
    expiresAt: moment().notNull(),
    /** A part of what the cookie holds: without the server's secret, which is not here, it opens nothing. */
    token: text().notNull().unique(),
    createdAt: moment().notNull().defaultNow(),
    updatedAt: moment().notNull().defaultNow(),
    ipAddress: text(),
    userAgent: text(),
    userId: text()
      .notNull()
      .references(() => users.id, { onDelete: 'cascade' }),
    /** By what it was begun: what is the owner's alone is not done by four digits. */
    by: text({ enum: ['password', 'passkey', 'digits', 'press'] })
      .notNull()
      .default('password'),
  },
  (table) => [index().on(table.userId)],
);

export const accounts = pgTable(
  'accounts',
  {
    id: text().primaryKey(),
    accountId: text().notNull(),
    providerId: text().notNull(),
    userId: text()
      .notNull()
      .references(() => users.id, { onDelete: 'cascade' }),
    accessToken: text(),
    refreshToken: text(),
    idToken: text(),
    accessTokenExpiresAt: moment(),
    refreshTokenExpiresAt: moment(),
    scope: text(),
    /** Hashed by scrypt. */
    password: text(),
    createdAt: moment().notNull().defaultNow(),
    updatedAt: moment().notNull().defaultNow(),
  },
  (table) => [index().on(table.userId)],
);

export const verifications = pgTable('verifications', {
  id: text().primaryKey(),
  identifier: text().notNull(),
  value: text().notNull(),
  expiresAt: moment().notNull(),
  createdAt: moment().notNull().defaultNow(),
  updatedAt: moment().notNull().defaultNow(),
});

/** How often a name or an address was tried lately; kept by rate-limiter-flexible, for all server processes together. */
export const signInTries = pgTable('sign_in_tries', {
  key: text().primaryKey(),
  points: integer().notNull().default(0),
  expire: bigint({ mode: 'number' }),
});
