import { sql } from 'drizzle-orm';
import {
  boolean,
  foreignKey,
  integer,
  json,
  pgTable,
  serial,
  text,
  unique,
  type AnyPgColumn,
} from 'drizzle-orm/pg-core';
import type { DueRule } from '../core/format/due';
import type { School } from '../core/format/driveline';
import type { Terms } from '../core/format/quote';
import type { RuleSet } from '../core/format/rules';
import type { ShopCalendar } from '../core/format/shopCalendar';
import type { SizeRow } from '../core/format/sizeTable';
import type { WorkRule } from '../core/format/workRules';

/** `zones` are the shop's own, beside the three that every build file knows. */
export type ShopDocument = {
  marginMm: number;
  place: string;
  zones?: ShopZone[];
  /** The rules of the place, as the shop wrote them down. */
  rules?: RuleSet;
  /** The shop's rule of thumb for how tall a tire an axle takes. */
  sizeTable?: SizeRow[];
  /** Which school of choosing an axle ratio is the shop's own. */
  school?: School;
  /** The tightest hollow that the shop's discs can follow, mm. */
  discRadiusMm?: number;
  /** What each change asks for: parts with their prices, work with its minutes. */
  workRules?: WorkRule[];
  /** What the shop sells by. */
  terms?: Terms;
  /** When it works, where, and who does what. */
  calendar?: ShopCalendar;
  /** What is due after a handover. */
  due?: DueRule[];
  /** The units of its papers. */
  units?: 'metric' | 'inch';
  /** The shop that is shown before there is a real one. */
  demo?: boolean;
};
export type ShopZone = { label: string; bump: number; lock: number };

/** The shops of this database; most have one. */
export const shop = pgTable(
  'shop',
  {
    id: serial().primaryKey(),
    name: text().notNull(),
    document: json().$type<ShopDocument>().notNull(),
    version: integer().notNull().default(1),
    /** The number of its last job. */
    lastJob: integer().notNull().default(0),
    /** A demo that was not loaded to its end is none. */
    whole: boolean().notNull().default(true),
  },
  (table) => [unique().on(table.name)],
);

/** The shop that a connection was told to see; none where it sees all of them. */
export const seenShop = sql`nullif(current_setting('vexlo.shop', true), 'all')::integer`;

/**
 * Whose a row is: of the shop that its connection sees. Where it belongs to something else of the shop (`belongsTo`), that says that
 * there is such a shop: a key on the shop itself would have everybody who stores something hold the one row of it.
 */
export const ofShop = () => integer().notNull().default(seenShop);
/** The same of what belongs to nothing but the shop. */
export const ofShopItself = () => ofShop().references(() => shop.id);

type OfShop = { shopId: AnyPgColumn; id: AnyPgColumn };
/** A row belongs to a row of its own shop: there is no way to name another shop's. */
export const belongsTo = (own: { shopId: AnyPgColumn }, column: AnyPgColumn, parent: OfShop) =>
  foreignKey({ columns: [own.shopId, column], foreignColumns: [parent.shopId, parent.id] });
/** What rows of the same shop may belong to. */
export const ownedBy = ({ shopId, id }: OfShop) => unique().on(shopId, id);
