import { bigserial, index, integer, pgTable, serial, text, timestamp } from 'drizzle-orm/pg-core';
import { TOKEN_ROLES, TOKEN_USES } from '../core/people/apiToken';
import type { Deed } from '../core/people/deeds';
import { people } from './schema';
import { belongsTo, ofShop, ofShopItself } from './shopTable';

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
