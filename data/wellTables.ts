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
} from 'drizzle-orm/pg-core';
import type { KeptRound } from '../core/format/keptRound';
import type { PhotoMeasurement } from '../core/photogrammetry/measure';
import type { ScanHead } from '../core/format/scan';
import type { WellFile } from '../core/format/well';
import { bytes } from './bytes';
import { vehicles } from './schema';

// How wells were measured, beside what stands in a vehicle's document: scans, photo rounds, and what other shops gave.

/** A photo round without what it is sent under. */
export type RoundDocument = Omit<KeptRound, 'key' | 'version'>;

/** A scanned corner. Its points are kept in pieces; one that is not complete was never finished being sent. */
export const scans = pgTable(
  'scans',
  {
    id: serial().primaryKey(),
    vehicleId: integer()
      .notNull()
      .references(() => vehicles.id, { onDelete: 'cascade' }),
    document: json().$type<ScanHead>().notNull(),
    complete: boolean().notNull().default(false),
    person: text().notNull(),
    at: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [index().on(table.vehicleId)],
);

export const scanChunks = pgTable(
  'scan_chunks',
  {
    scanId: integer()
      .notNull()
      .references(() => scans.id, { onDelete: 'cascade' }),
    /** Runs from 0. */
    number: integer().notNull(),
    points: bytes().notNull(),
  },
  (table) => [primaryKey({ columns: [table.scanId, table.number] })],
);

/** A photo round of a well: set-up and sightings as they were sent, and what was measured from them. */
export const photoRounds = pgTable(
  'photo_rounds',
  {
    id: serial().primaryKey(),
    /** Made with the round on the device: sent twice it stands once. */
    key: text().notNull().unique(),
    vehicleId: integer()
      .notNull()
      .references(() => vehicles.id, { onDelete: 'cascade' }),
    version: integer().notNull().default(1),
    document: json().$type<RoundDocument>().notNull(),
    measured: json().$type<PhotoMeasurement>().notNull(),
    person: text().notNull(),
    at: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [index().on(table.vehicleId)],
);

/** The pictures of a round, scaled for the screen. One that its device has not sent yet is not here. */
export const roundPictures = pgTable(
  'round_pictures',
  {
    roundId: integer()
      .notNull()
      .references(() => photoRounds.id, { onDelete: 'cascade' }),
    id: text().notNull(),
    jpeg: bytes().notNull(),
    /** At most 320 px wide. */
    small: bytes().notNull(),
  },
  (table) => [primaryKey({ columns: [table.roundId, table.id] })],
);

/** Wells that other shops measured, in the pool of their body. */
export const foreignWells = pgTable(
  'foreign_wells',
  {
    id: serial().primaryKey(),
    /** The body, as vehicles have it. */
    platform: text().notNull(),
    /** Of what it holds: the same well stands once. */
    hash: text().notNull().unique(),
    document: json().$type<WellFile>().notNull(),
    person: text().notNull(),
    at: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [index().on(table.platform)],
);
