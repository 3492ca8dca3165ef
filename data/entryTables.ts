import {
  bigint,
  bigserial,
  index,
  integer,
  json,
  pgTable,
  serial,
  text,
  timestamp,
  unique,
} from 'drizzle-orm/pg-core';
import { TOKEN_ROLES, TOKEN_USES } from '../core/people/apiToken';
import type { Deed } from '../core/people/deeds';
import type { EventData, WebhookEvent } from '../core/people/webhook';
import { bytes } from './bytes';
import { people } from './schema';
import { belongsTo, ofShop, ofShopItself, ownedBy } from './shopTable';

/** Links by which somebody sets a password: whoever was invited, or has forgotten theirs. One is used once. */
export const entryLinks = pgTable(
  'entry_links',
  {
    shopId: ofShop(),
    id: serial().primaryKey(),
    personId: integer().notNull(),
    /** SHA-256 of the secret in the link; the secret itself is nowhere. */
    secretHash: text().notNull().unique(),
    madeBy: text().notNull(),
    madeAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    expiresAt: timestamp({ withTimezone: true }).notNull(),
    usedAt: timestamp({ withTimezone: true }),
  },
  (table) => [index().on(table.personId), belongsTo(table, table.personId, people).onDelete('cascade')],
);

/** Passkeys by which people come in: what is public of each. */
export const passkeys = pgTable(
  'passkeys',
  {
    shopId: ofShop(),
    id: serial().primaryKey(),
    personId: integer().notNull(),
    /** As the device names it, base64url. */
    credential: text().notNull().unique(),
    publicKey: bytes().notNull(),
    /** How often it has signed, where its device counts; one that counts back is a copy. */
    counter: bigint({ mode: 'number' }).notNull(),
    transports: json().$type<string[]>().notNull(),
    label: text().notNull(),
    madeAt: timestamp({ withTimezone: true }).notNull(),
    usedAt: timestamp({ withTimezone: true }),
  },
  (table) => [index().on(table.personId), belongsTo(table, table.personId, people).onDelete('cascade')],
);

/** What lets a program of somebody else's in, with a role and an end. */
export const apiTokens = pgTable(
  'api_tokens',
  {
    shopId: ofShopItself(),
    id: serial().primaryKey(),
    name: text().notNull(),
    use: text({ enum: TOKEN_USES }).notNull(),
    role: text({ enum: TOKEN_ROLES }).notNull(),
    /** SHA-256 of the token; itself it is nowhere. */
    secretHash: text().notNull().unique(),
    madeBy: text().notNull(),
    madeAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    expiresAt: timestamp({ withTimezone: true }).notNull(),
    takenBackAt: timestamp({ withTimezone: true }),
    /** When it was last used, to ten minutes. */
    usedAt: timestamp({ withTimezone: true }),
  },
  (table) => [index().on(table.shopId)],
);

/** Addresses outside that are called when something happens. */
export const webhooks = pgTable(
  'webhooks',
  {
    shopId: ofShopItself(),
    id: serial().primaryKey(),
    name: text().notNull(),
    url: text().notNull(),
    events: json().$type<WebhookEvent[]>().notNull(),
    /** What its key is made from, with the server's secret; the key itself is nowhere. */
    salt: text().notNull(),
    /** SHA-256 of the key: a server with another secret knows that its key is not this one. */
    keyHash: text().notNull(),
    madeBy: text().notNull(),
    madeAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    takenBackAt: timestamp({ withTimezone: true }),
  },
  (table) => [ownedBy(table)],
);

/** What a webhook was called for, and what came of it; kept for a year. */
export const webhookCalls = pgTable(
  'webhook_calls',
  {
    shopId: ofShop(),
    id: serial().primaryKey(),
    webhookId: integer().notNull(),
    event: text().$type<WebhookEvent | 'try'>().notNull(),
    /** What happened, in a word that is said once: of the same one it is not called again. */
    about: text().notNull(),
    data: json().$type<EventData[WebhookEvent | 'try']>().notNull(),
    at: timestamp({ withTimezone: true }).notNull(),
    tries: integer().notNull().default(0),
    triedAt: timestamp({ withTimezone: true }),
    /** Why the last try failed. */
    fault: text(),
    deliveredAt: timestamp({ withTimezone: true }),
    givenUpAt: timestamp({ withTimezone: true }),
  },
  (table) => [
    unique().on(table.webhookId, table.about),
    belongsTo(table, table.webhookId, webhooks).onDelete('cascade'),
  ],
);

/** Who came in, and who changed what others may. Rows are only ever added: a trigger refuses the rest. */
export const audit = pgTable(
  'audit',
  {
    /** Of which shop; what is only ever added to outlives it. */
    shopId: ofShop(),
    id: bigserial({ mode: 'number' }).primaryKey(),
    at: timestamp({ withTimezone: true }).notNull().defaultNow(),
    /** Who did it, as they were called then; a name that was tried, where nobody came in. */
    person: text().notNull(),
    deed: text().$type<Deed>().notNull(),
    /** To whom, or with what. */
    about: text().notNull().default(''),
    address: text().notNull().default(''),
  },
  (table) => [index().on(table.at)],
);
