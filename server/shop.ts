import { z } from 'zod';
import { oneOf, whole, within, words } from '../core/format/fields';
import { SCHOOLS, type School } from '../core/format/driveline';
import { ruleSetSchema, SHIPPED_RULES, type RuleSet } from '../core/format/rules';
import { SHIPPED_WORK } from '../core/work/shippedWork';
import type { UnitSystem } from '../core/units/quantity';
import type { Queryable } from '../data/client';
import type { ShopDocument, ShopZone } from '../data/shopTable';
import { shopSettings, writeShop } from '../data/shop';
import { conflict, done, missing, type Outcome } from './errors';
import { dueRulesSchema, SHIPPED_DUE, type DueRule } from '../core/format/due';
import { SHIPPED_TERMS, termsSchema, type Terms } from '../core/format/quote';
import { SHIPPED_CALENDAR, shopCalendarSchema, type ShopCalendar } from '../core/format/shopCalendar';
import { sizeTableSchema, type SizeRow } from '../core/format/sizeTable';
import { workRulesSchema, type WorkRule } from '../core/format/workRules';

const share = within(0, 1);
const zones = z
  .array(z.strictObject({ label: words(40, 1), bump: share, lock: share }))
  .max(12, { error: 'are more than 12 zones; take some out' })
  .superRefine((list, ctx) => {
    const seen = new Set(['street', 'trail', 'everything']);
    list.forEach(({ label }, i) => {
      if (seen.has(label.trim().toLowerCase()))
        ctx.addIssue({
          code: 'custom',
          path: [i, 'label'],
          message: `"${label}" names two zones; give each its own name`,
        });
      seen.add(label.trim().toLowerCase());
    });
  });

/** What a shop may set for itself. */
export const settingsShape = {
  zones: zones.optional(),
  rules: ruleSetSchema.optional(),
  sizeTable: sizeTableSchema.optional(),
  school: oneOf(SCHOOLS).optional(),
  discRadiusMm: within(5, 300, 'mm').optional(),
  workRules: workRulesSchema.optional(),
  terms: termsSchema.optional(),
  calendar: shopCalendarSchema.optional(),
  due: dueRulesSchema.optional(),
  /** The units of its papers, whoever prints them. */
  units: oneOf(['metric', 'inch']).optional(),
};
export const settingsBody = z.strictObject({ version: whole(1, 1e9), ...settingsShape });

/** The shop's settings as its pages hold them, and the version they are of. */
export type ShopSettings = {
  version: number;
  zones: ShopZone[];
  rules: RuleSet;
  sizeTable: SizeRow[];
  school: School;
  discRadiusMm: number;
  workRules: WorkRule[];
  terms: Terms;
  calendar: ShopCalendar;
  due: readonly DueRule[];
  units: UnitSystem;
};

function settingsOf({ version, document }: { version: number; document: ShopDocument }): ShopSettings {
  return {
    version,
    zones: document.zones ?? [],
    rules: document.rules ?? SHIPPED_RULES,
    sizeTable: document.sizeTable ?? [],
    school: document.school ?? 'restore',
    // A common cutting disc of 125 mm, worn a little.
    discRadiusMm: document.discRadiusMm ?? 60,
    workRules: document.workRules ?? SHIPPED_WORK,
    terms: document.terms ?? SHIPPED_TERMS,
    calendar: document.calendar ?? SHIPPED_CALENDAR,
    due: document.due ?? SHIPPED_DUE,
    units: document.units ?? 'metric',
  };
}

export type CurrentShop = {
  name: string;
  place: string;
  /** It is the one that is shown before there is a real one. */
  demo: boolean;
  settings: ShopSettings;
};

/** The shop's name and settings as they are; those that ship where no shop was opened yet. */
export async function currentShop(db: Queryable): Promise<CurrentShop> {
  const row = await shopSettings(db);
  return {
    name: row?.name ?? 'Vexlo',
    place: row?.document.place ?? '',
    demo: row?.document.demo === true,
    settings: settingsOf(row ?? { version: 1, document: { marginMm: 10, place: '' } }),
  };
}

/** Replaces the settings that are given; refused where someone else changed them since `version`. */
export async function changeSettings(
  db: Queryable,
  { version, ...given }: z.output<typeof settingsBody>,
): Promise<Outcome<ShopSettings>> {
  const row = await shopSettings(db);
  if (!row) return missing('shop');
  const stored = await writeShop(db, version, { ...row.document, ...given });
  if (!stored) return conflict('The settings were', settingsOf(row));
  return done(settingsOf(stored));
}
