import { index, integer, json, pgTable, primaryKey, serial, text, timestamp } from 'drizzle-orm/pg-core';
import type { PackedFits } from '../core/search/fitsAll';
import type { FleetAnswer, FleetPackage } from '../core/search/fleet';
import type { JobWork } from '../core/format/jobWork';
import { customers, jobs, vehicles } from './schema';
import { belongsTo, ofShop, ofShopItself, ownedBy } from './shopTable';

// What takes long, how far it is, and what passes: who is where.

/** A package that is tried on every vehicle of the shop: the queue holds its shares, what came of each stands here. */
export const fleetSearches = pgTable(
  'fleet_searches',
  {
    shopId: ofShopItself(),
    id: serial().primaryKey(),
    label: text().notNull(),
    document: json().$type<FleetPackage>().notNull(),
    person: text().notNull(),
    madeAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [ownedBy(table)],
);

/** One vehicle of such a search; without an answer as long as nobody has judged it. Judged twice, the answer is the same. */
export const fleetAnswers = pgTable(
  'fleet_answers',
  {
    shopId: ofShop(),
    searchId: integer().notNull(),
    vehicleId: integer().notNull(),
    answer: json().$type<FleetAnswer>(),
  },
  (table) => [
    primaryKey({ columns: [table.searchId, table.vehicleId] }),
    belongsTo(table, table.searchId, fleetSearches).onDelete('cascade'),
    belongsTo(table, table.vehicleId, vehicles).onDelete('cascade'),
  ],
);

/** What of the catalog a vehicle takes, as it was asked last: without fits as long as nobody worked it out. */
export const vehicleFits = pgTable(
  'vehicle_fits',
  {
    shopId: ofShop(),
    vehicleId: integer().notNull(),
    askedAt: timestamp({ withTimezone: true }).notNull(),
    fits: json().$type<PackedFits>(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.vehicleId] }),
    belongsTo(table, table.vehicleId, vehicles).onDelete('cascade'),
  ],
);

/** What an order for many put on one vehicle, and what of it stood there before. */
export type FleetPlaced = {
  vehicleId: number;
  jobId: number;
  job: string;
  stageId: number;
  /** Whether the job was made for it. */
  made: boolean;
  /** The version of the job's work that it left. */
  work: number;
  before: JobWork;
};

/** Orders for many vehicles of a customer, so that one that was a slip is taken back in one step. */
export const fleetOrders = pgTable(
  'fleet_orders',
  {
    shopId: ofShop(),
    id: serial().primaryKey(),
    customerId: integer().notNull(),
    what: text().notNull(),
    placed: json().$type<FleetPlaced[]>().notNull(),
    madeBy: text().notNull(),
    madeAt: timestamp({ withTimezone: true }).notNull(),
    takenBackBy: text(),
    takenBackAt: timestamp({ withTimezone: true }),
  },
  (table) => [
    index().on(table.customerId),
    belongsTo(table, table.customerId, customers).onDelete('cascade'),
  ],
);

/** How far something long is, by the ticket that whoever waits for it made up; it is kept for minutes. */
export const progress = pgTable(
  'progress',
  {
    shopId: ofShopItself(),
    ticket: text().notNull(),
    count: integer().notNull(),
    of: integer().notNull(),
    at: timestamp({ withTimezone: true }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.shopId, table.ticket] })],
);

/** Who has which job open, and where on its sheet: it is told anew by every open page, and kept for less than a minute. */
export const whereabouts = pgTable(
  'whereabouts',
  {
    shopId: ofShop(),
    page: text().notNull(),
    jobId: integer().notNull(),
    person: text().notNull(),
    leaf: text().notNull(),
    field: text().notNull(),
    label: text().notNull(),
    at: timestamp({ withTimezone: true }).notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.shopId, table.page] }),
    index().on(table.shopId, table.jobId),
    belongsTo(table, table.jobId, jobs).onDelete('cascade'),
  ],
);
