import { ITEM_KINDS, type ItemKind } from '../core/format/names';
import {
  bigint,
  bigserial,
  boolean,
  doublePrecision,
  index,
  integer,
  json,
  pgTable,
  primaryKey,
  serial,
  text,
  timestamp,
  unique,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import { bytes } from './bytes';
import { belongsTo, ofShop, ofShopItself, ownedBy } from './shopTable';
import type { PackageFile, UseFile, VehicleFile } from '../core/format/build';
import type { Grade } from '../core/clearance/grade';
import type { Change } from '../core/history/diff';
import type { VerdictChange } from '../core/history/verdictChange';
import type { RubPolicy } from '../core/format/use';
import { ROLES } from '../core/people/rights';
import { users } from './accountTables';
import { JOB_STATUSES, PLACED_BY } from '../core/work/jobStatus';
import type { JobWork } from '../core/format/jobWork';
import type { Quote } from '../core/format/quote';
import type { ListColumns } from '../core/format/listColumns';
import type { ItemDocument } from '../core/format/catalog';

/** How many lines of a list were what. */
export type ImportCounts = { new: number; changed: number; same: number; gone: number };
/** What an import did, by row: those it added, those it wrote over with what they were, and those it put out of the list. */
export type ImportBefore = {
  added: number[];
  changed: { id: number; version: number; was: Record<string, unknown> }[];
  gone: { id: number; version: number }[];
};

/** A stage is a package and its use, with whatever `x-…` keys stood at the top of its build file. */
export type StageDocument = { package: PackageFile; use: UseFile } & Record<`x-${string}`, unknown>;
// Documents are `json`, not `jsonb`: jsonb reorders keys, and a file must come back as it went in.

export const people = pgTable(
  'people',
  {
    shopId: ofShopItself(),
    id: serial().primaryKey(),
    name: text().notNull(),
    units: text({ enum: ['metric', 'inch'] })
      .notNull()
      .default('metric'),
    theme: text({ enum: ['auto', 'light', 'dark'] })
      .notNull()
      .default('auto'),
    role: text({ enum: ROLES }).notNull().default('viewer'),
    /** Whether they work here still: who left keeps their name in what they did, and comes in no more. */
    active: boolean().notNull().default(true),
    /** What they sign in as; null until they did so for the first time. */
    userId: text()
      .unique()
      .references(() => users.id, { onDelete: 'set null' }),
    /** The four digits by which they take over at a device that is signed in, hashed. */
    digits: text(),
  },
  (table) => [unique().on(table.shopId, table.name), ownedBy(table)],
);

export const customers = pgTable(
  'customers',
  {
    shopId: ofShopItself(),
    id: serial().primaryKey(),
    name: text().notNull(),
    note: text().notNull().default(''),
  },
  (table) => [unique().on(table.shopId, table.name), ownedBy(table)],
);

export const vehicles = pgTable(
  'vehicles',
  {
    shopId: ofShopItself(),
    id: serial().primaryKey(),
    customerId: integer(),
    label: text().notNull(),
    kind: text({ enum: ['truck', 'van', 'suv'] }).notNull(),
    /** Vehicles of one body share what is learned of their wells; empty where nobody said which it is. */
    platform: text().notNull().default(''),
    document: json().$type<VehicleFile>().notNull(),
    version: integer().notNull().default(1),
    updatedAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [index().on(table.customerId), ownedBy(table), belongsTo(table, table.customerId, customers)],
);

export const jobs = pgTable(
  'jobs',
  {
    shopId: ofShop(),
    id: serial().primaryKey(),
    number: text().notNull(),
    vehicleId: integer().notNull(),
    title: text().notNull(),
    status: text({ enum: JOB_STATUSES }).notNull().default('measuring'),
    waitsFor: text().notNull().default(''),
    /** Whether its place follows from what is done on it, or stays where somebody set it. */
    placedBy: text({ enum: PLACED_BY }).notNull().default('work'),
    /** Of what a person may change here: title, status, what it waits for and which body its vehicle is. */
    version: integer().notNull().default(1),
    openedAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [
    unique().on(table.shopId, table.number),
    index().on(table.vehicleId),
    ownedBy(table),
    belongsTo(table, table.vehicleId, vehicles),
  ],
);

export const stages = pgTable(
  'stages',
  {
    shopId: ofShop(),
    id: serial().primaryKey(),
    jobId: integer().notNull(),
    /** 0 is as delivered and follows the vehicle. */
    position: integer().notNull(),
    label: text().notNull(),
    document: json().$type<StageDocument>().notNull(),
    version: integer().notNull().default(1),
    grade: text().$type<Grade>().notNull(),
    leastClearanceMm: doublePrecision().notNull(),
    tireCode: text().notNull(),
    /** The rub policy in force, for lists: they do not read documents. */
    rub: text().$type<RubPolicy>().notNull().default('none'),
    updatedAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [
    uniqueIndex().on(table.shopId, table.jobId, table.position),
    index().on(table.grade),
    belongsTo(table, table.jobId, jobs).onDelete('cascade'),
  ],
);

/** Every change to a vehicle, a stage or the head of a job: who, when, from what to what. Rows are only ever added. */
export const changes = pgTable(
  'changes',
  {
    shopId: ofShop(),
    id: bigserial({ mode: 'number' }).primaryKey(),
    subject: text({ enum: ['vehicle', 'stage', 'job'] }).notNull(),
    subjectId: integer().notNull(),
    /** The version that this change made. */
    version: integer().notNull(),
    kind: text({ enum: ['import', 'edit', 'undo', 'redo'] }).notNull(),
    reverts: bigint({ mode: 'number' }),
    /** The first of the changes that were made in one piece with this one; they are taken back in one step. */
    batch: bigint({ mode: 'number' }),
    person: text().notNull(),
    at: timestamp({ withTimezone: true }).notNull().defaultNow(),
    changes: json().$type<Change[]>().notNull(),
    /** What it did to the verdicts of stages. */
    verdicts: json().$type<VerdictChange[]>().notNull().default([]),
  },
  (table) => [
    index().on(table.batch),
    uniqueIndex().on(table.subject, table.subjectId, table.version),
    index().on(table.shopId, table.id),
  ],
);

/** Everything that can be bought, of every kind. What a stage uses is put out of the list, not taken out of the table. */
export const catalogItems = pgTable(
  'catalog_items',
  {
    shopId: ofShopItself(),
    id: serial().primaryKey(),
    kind: text({ enum: ITEM_KINDS }).notNull(),
    maker: text().notNull(),
    model: text().notNull(),
    /** What it is beside maker and model: a tire's code, a wheel's measures. */
    name: text().notNull(),
    /** null where nobody said. */
    price: doublePrecision(),
    days: integer(),
    massKg: doublePrecision(),
    /** The figure that lists of its kind are sorted by: a tire's diameter, a wheel's offset, a lift's height. */
    sizeMm: doublePrecision(),
    rimIn: doublePrecision(),
    source: text().notNull().default(''),
    /** Whom it is bought from. */
    supplier: text().notNull().default(''),
    active: boolean().notNull().default(true),
    version: integer().notNull().default(1),
    document: json().$type<ItemDocument[ItemKind]>().notNull(),
  },
  (table) => [
    uniqueIndex().on(table.shopId, table.kind, table.maker, table.model, table.name),
    index().on(table.shopId, table.kind, table.active, table.sizeMm),
  ],
);

/** A list that was taken in: what its columns were taken for, and what stood before, so that it can be taken back. */
export const catalogImports = pgTable(
  'catalog_imports',
  {
    shopId: ofShopItself(),
    id: serial().primaryKey(),
    kind: text({ enum: ITEM_KINDS }).notNull(),
    /** Empty where it was the catalog's own file. */
    supplier: text().notNull().default(''),
    columns: json().$type<ListColumns | null>(),
    counts: json().$type<ImportCounts>().notNull(),
    before: json().$type<ImportBefore>().notNull(),
    person: text().notNull(),
    at: timestamp({ withTimezone: true }).notNull().defaultNow(),
    undoneBy: text(),
  },
  (table) => [index().on(table.kind, table.supplier)],
);

/** The work on a job: what was taken into work, what is ticked, what is stated. A job without a row has none yet. */
export const jobWork = pgTable(
  'job_work',
  {
    shopId: ofShop(),
    jobId: integer().primaryKey(),
    document: json().$type<JobWork>().notNull(),
    version: integer().notNull().default(1),
    updatedAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
  },
  (table) => [belongsTo(table, table.jobId, jobs).onDelete('cascade')],
);

/** Quotes of a job, numbered within it. One that was accepted is frozen: no query changes it. */
export const quotes = pgTable(
  'quotes',
  {
    shopId: ofShop(),
    id: serial().primaryKey(),
    jobId: integer().notNull(),
    number: integer().notNull(),
    document: json().$type<Quote>().notNull(),
    version: integer().notNull().default(1),
    person: text().notNull(),
    madeAt: timestamp({ withTimezone: true }).notNull().defaultNow(),
    acceptedAt: timestamp({ withTimezone: true }),
    /** Who accepted it, in the customer's words. */
    acceptedBy: text(),
    /** Which of its options, from 0. */
    acceptedOption: integer(),
    /** Where it was accepted: at the desk, or by the customer's own link. */
    acceptedThrough: text({ enum: ['desk', 'link'] }),
    /** What the customer drew for a name, as PNG. */
    signature: bytes(),
  },
  (table) => [
    uniqueIndex().on(table.jobId, table.number),
    ownedBy(table),
    belongsTo(table, table.jobId, jobs).onDelete('cascade'),
  ],
);

/** Which lessons a person has gone through, and in how many tries. */
export const lessonsDone = pgTable(
  'lessons_done',
  {
    shopId: ofShopItself(),
    person: text().notNull(),
    lesson: text().notNull(),
    tries: integer().notNull(),
    passedAt: timestamp({ withTimezone: true }),
  },
  (table) => [primaryKey({ columns: [table.shopId, table.person, table.lesson] })],
);
