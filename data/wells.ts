import { asc, desc, eq, ne, sql } from 'drizzle-orm';
import { unionAll } from 'drizzle-orm/pg-core';
import type { WellFile } from '../core/format/well';
import type { PoolMember } from '../core/statistics/platform';
import type { Queryable } from './client';
import { vehicles } from './schema';
import { foreignWells } from './wellTables';

export type WellRow = typeof foreignWells.$inferSelect;

/** Wells of other shops, oldest first. */
export function wellsOfPlatforms(db: Queryable, platform?: string): Promise<WellRow[]> {
  return db
    .select()
    .from(foreignWells)
    .where(platform === undefined ? undefined : eq(foreignWells.platform, platform))
    .orderBy(asc(foreignWells.id));
}

/** Stores a well; undefined where the same one is there already. */
export async function addWell(
  db: Queryable,
  row: { platform: string; hash: string; document: WellFile; person: string },
): Promise<WellRow | undefined> {
  const [stored] = await db.insert(foreignWells).values(row).onConflictDoNothing().returning();
  return stored;
}

export async function deleteWell(db: Queryable, id: number): Promise<boolean> {
  return (await db.delete(foreignWells).where(eq(foreignWells.id, id)).returning()).length > 0;
}

/** Everybody who is in the pool of a platform, measured here or elsewhere, oldest first; of all platforms where none is said. */
export async function poolMembers(
  db: Queryable,
  platform?: string,
): Promise<(PoolMember & { platform: string })[]> {
  const [own, foreign] = await Promise.all([
    db
      .select({ label: vehicles.label, platform: vehicles.platform, document: vehicles.document })
      .from(vehicles)
      .where(platform === undefined ? ne(vehicles.platform, '') : eq(vehicles.platform, platform))
      .orderBy(asc(vehicles.id)),
    wellsOfPlatforms(db, platform),
  ]);
  return [
    ...own.map((row) => ({
      name: row.label || row.platform,
      elsewhere: false,
      platform: row.platform,
      vehicle: row.document,
    })),
    ...foreign.map(({ platform: of, document }) => ({
      name: document.from || 'another shop',
      elsewhere: true,
      platform: of,
      vehicle: document.vehicle,
    })),
  ];
}

/** How many vehicles of each platform are known, from here or elsewhere, the most first. */
export async function platformCounts(db: Queryable): Promise<{ platform: string; vehicles: number }[]> {
  const all = unionAll(
    db.select({ platform: vehicles.platform }).from(vehicles).where(ne(vehicles.platform, '')),
    db.select({ platform: foreignWells.platform }).from(foreignWells),
  ).as('known');
  const count = sql<number>`count(*)::int`;
  return db
    .select({ platform: all.platform, vehicles: count })
    .from(all)
    .groupBy(all.platform)
    .orderBy(desc(count), asc(all.platform));
}
