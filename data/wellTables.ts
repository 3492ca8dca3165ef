import {
  boolean,
  index,
  integer,
  json,
  pgTable,
  primaryKey,
  serial,
  text,
  timestamp,
  unique,
} from 'drizzle-orm/pg-core';
import type { KeptRound } from '../core/format/keptRound';
import type { PhotoMeasurement } from '../core/photogrammetry/measure';
import type { ScanHead } from '../core/format/scan';
import type { WellFile } from '../core/format/well';
import { bytes } from './bytes';
import { vehicles } from './schema';
import { belongsTo, ofShop, ofShopItself, ownedBy } from './shopTable';

// How wells were measured, beside what stands in a vehicle's document: scans, photo rounds, and what other shops gave.

/** A photo round without what it is sent under. */
export type RoundDocument = Omit<KeptRound, 'key' | 'version'>;

/** A scanned corner. Its points are kept in pieces; one that is not complete was never finished being sent. */
export const scans = pgTable(
  'scans',
  {
    shopId: ofShop(),
    id: serial().primaryKey(),
    vehicleId: integer().notNull(),
    document: json().$type<ScanHead>().notNull(),
    complete: boolean().notNull().default(false),
    person: text().notNull(),
    at: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [
    index().on(table.vehicleId),
    ownedBy(table),
    belongsTo(table, table.vehicleId, vehicles).onDelete('cascade'),
  ],
);

export const scanChunks = pgTable(
  'scan_chunks',
  {
    shopId: ofShop(),
    scanId: integer().notNull(),
    /** Runs from 0. */
    number: integer().notNull(),
    points: bytes().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.scanId, table.number] }),
    belongsTo(table, table.scanId, scans).onDelete('cascade'),
  ],
);

/** A photo round of a well: set-up and sightings as they were sent, and what was measured from them. */
export const photoRounds = pgTable(
  'photo_rounds',
  {
    shopId: ofShop(),
    id: serial().primaryKey(),
    /** Made with the round on the device: sent twice it stands once. */
    key: text().notNull(),
    vehicleId: integer().notNull(),
    version: integer().notNull().default(1),
    document: json().$type<RoundDocument>().notNull(),
    measured: json().$type<PhotoMeasurement>().notNull(),
    person: text().notNull(),
    at: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [
    unique().on(table.shopId, table.key),
    index().on(table.vehicleId),
    ownedBy(table),
    belongsTo(table, table.vehicleId, vehicles).onDelete('cascade'),
  ],
);

/** The pictures of a round, scaled for the screen. One that its device has not sent yet is not here. */
export const roundPictures = pgTable(
  'round_pictures',
  {
    shopId: ofShop(),
    roundId: integer().notNull(),
    id: text().notNull(),
    jpeg: bytes().notNull(),
    /** At most 320 px wide. */
    small: bytes().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.roundId, table.id] }),
    belongsTo(table, table.roundId, photoRounds).onDelete('cascade'),
  ],
);

/** Wells that other shops measured, in the pool of their body. */
export const foreignWells = pgTable(
  'foreign_wells',
  {
    shopId: ofShopItself(),
    id: serial().primaryKey(),
    /** The body, as vehicles have it. */
    platform: text().notNull(),
    /** Of what it holds: the same well stands once. */
    hash: text().notNull(),
    document: json().$type<WellFile>().notNull(),
    person: text().notNull(),
    at: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [unique().on(table.shopId, table.hash), index().on(table.platform)],
);

/** What the shop has learned, worked out when it was last asked for; `of` says from what. */
export const keptLearned = pgTable('kept_learned', {
  shopId: ofShopItself().primaryKey(),
  of: text().notNull(),
  /** As `learned` gives it (server/learned). */
  document: json().notNull(),
  madeAt: timestamp({ withTimezone: true }).notNull(),
});
