import { sql } from 'drizzle-orm';
import {
  bigint,
  bigserial,
  doublePrecision,
  index,
  integer,
  json,
  pgTable,
  primaryKey,
  text,
  timestamp,
} from 'drizzle-orm/pg-core';
import type { Expectation } from '../core/calibration/expectation';
import type { LogEntry } from '../core/format/log';
import { bytes } from './bytes';
import { jobs } from './schema';
import { belongsTo, ofShop } from './shopTable';

/**
 * What was seen and done on a vehicle, in the order it happened. The id is made where it is written down, so that an entry
 * that is sent twice stands once. Rows are only ever added.
 */
export const logEntries = pgTable(
  'log_entries',
  {
    shopId: ofShop(),
    id: text().notNull(),
    jobId: integer().notNull(),
    kind: text().$type<LogEntry['kind']>().notNull(),
    /** The shop's wall time. */
    at: text().notNull(),
    document: json().$type<LogEntry>().notNull(),
    /** What of the document says when something is due, beside it: a thousand logs are looked through for that. */
    odometerKm: doublePrecision().generatedAlwaysAs(sql`(document->>'odometerKm')::double precision`),
    of: text().generatedAlwaysAs(sql`document->>'of'`),
    /** Of a test reading, what its stage predicted when it came in. */
    predicted: json().$type<Expectation>(),
    /** The first of the changes to documents that it was written in one piece with. */
    batch: bigint({ mode: 'number' }),
    /** The order in which entries came in: of one minute, what was said later stands. */
    seq: bigserial({ mode: 'number' }).notNull(),
    storedAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    index().on(table.jobId, table.at),
    index().on(table.shopId, table.seq),
    index().on(table.shopId, table.kind),
    index().on(table.batch),
    belongsTo(table, table.jobId, jobs).onDelete('cascade'),
  ],
);

/** Pictures of a job, encoded anew without anything but their pixels. The id is made where the picture is taken. */
export const photos = pgTable(
  'photos',
  {
    shopId: ofShop(),
    id: text().notNull(),
    jobId: integer().notNull(),
    widthPx: integer().notNull(),
    heightPx: integer().notNull(),
    jpeg: bytes().notNull(),
    /** At most 320 px wide. */
    small: bytes().notNull(),
    person: text().notNull(),
    storedAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.id] }),
    index().on(table.jobId),
    belongsTo(table, table.jobId, jobs).onDelete('cascade'),
  ],
);
