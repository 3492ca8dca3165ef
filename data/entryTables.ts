import { bigserial, index, integer, pgTable, serial, text, timestamp } from 'drizzle-orm/pg-core';
import type { Deed } from '../core/people/deeds';
import { people } from './schema';

/** Links by which somebody sets a password: whoever was invited, or has forgotten theirs. One is used once. */
export const entryLinks = pgTable(
  'entry_links',
  {
    id: serial().primaryKey(),
    personId: integer()
      .notNull()
      .references(() => people.id, { onDelete: 'cascade' }),
    /** SHA-256 of the secret in the link; the secret itself is nowhere. */
    secretHash: text().notNull().unique(),
    madeBy: text().notNull(),
    madeAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    expiresAt: timestamp({ withTimezone: true }).notNull(),
    usedAt: timestamp({ withTimezone: true }),
  },
  (table) => [index().on(table.personId)],
);

/** Who came in, and who changed what others may. Rows are only ever added: a trigger refuses the rest. */
export const audit = pgTable(
  'audit',
  {
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
