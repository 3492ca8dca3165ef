import { sql } from 'drizzle-orm';
import { check, index, integer, json, pgTable, serial, text, timestamp } from 'drizzle-orm/pg-core';
import type { ShownPart } from '../core/people/shownParts';
import { customers, jobs, quotes } from './schema';
import { belongsTo, ofShop } from './shopTable';

/** Links by which a customer reads something of a job, and answers a quote; nothing else is reached by them. */
export const customerLinks = pgTable(
  'customer_links',
  {
    shopId: ofShop(),
    id: serial().primaryKey(),
    /** The job that it is of; null where it is of all that a customer has. */
    jobId: integer(),
    /** The customer whose vehicles it shows; null where it is of one job. */
    customerId: integer(),
    /** What it shows. */
    shows: json().$type<ShownPart[]>().notNull(),
    /** The quote that it shows, where it shows one. */
    quoteId: integer(),
    /** SHA-256 of the secret in the link; the secret itself is nowhere. */
    secretHash: text().notNull().unique(),
    madeBy: text().notNull(),
    madeAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    expiresAt: timestamp({ withTimezone: true }).notNull(),
    takenBackAt: timestamp({ withTimezone: true }),
    /** When it was last looked at, to ten minutes. */
    seenAt: timestamp({ withTimezone: true }),
  },
  (table) => [
    index().on(table.jobId),
    belongsTo(table, table.jobId, jobs).onDelete('cascade'),
    belongsTo(table, table.quoteId, quotes).onDelete('cascade'),
    belongsTo(table, table.customerId, customers).onDelete('cascade'),
    check('of_one', sql`(${table.jobId} is null) <> (${table.customerId} is null)`),
  ],
);
