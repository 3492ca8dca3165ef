import type { ItemKind } from '../core/format/names';
import { and, desc, eq, gt, isNotNull, isNull } from 'drizzle-orm';
import type { Queryable } from './client';
import { catalogImports } from './schema';

export async function addImport(db: Queryable, values: typeof catalogImports.$inferInsert): Promise<number> {
  const [row] = await db.insert(catalogImports).values(values).returning({ id: catalogImports.id });
  if (!row) throw new Error('an import was not kept');
  return row.id;
}

export async function importById(db: Queryable, id: number) {
  const [row] = await db.select().from(catalogImports).where(eq(catalogImports.id, id));
  return row;
}

/** What the last list of a supplier was taken for, where its columns were said. */
export async function lastImportOf(db: Queryable, kind: ItemKind, supplier: string) {
  const [row] = await db
    .select({ columns: catalogImports.columns })
    .from(catalogImports)
    .where(
      and(
        eq(catalogImports.kind, kind),
        eq(catalogImports.supplier, supplier),
        isNotNull(catalogImports.columns),
      ),
    )
    .orderBy(desc(catalogImports.id))
    .limit(1);
  return row;
}

/** The last imports, without what they changed. */
export function recentImports(db: Queryable, most: number) {
  const { id, kind, supplier, counts, person, at, undoneBy } = catalogImports;
  return db
    .select({ id, kind, supplier, counts, person, at, undoneBy })
    .from(catalogImports)
    .orderBy(desc(id))
    .limit(most);
}

/** What later imports of a kind wrote that were taken back since. */
export function undoneSince(db: Queryable, kind: ItemKind, id: number) {
  return db
    .select({ before: catalogImports.before })
    .from(catalogImports)
    .where(and(eq(catalogImports.kind, kind), gt(catalogImports.id, id), isNotNull(catalogImports.undoneBy)));
}

/** Marks an import as taken back, once; whether it was not before. */
export async function markUndone(db: Queryable, id: number, person: string): Promise<boolean> {
  const rows = await db
    .update(catalogImports)
    .set({ undoneBy: person })
    .where(and(eq(catalogImports.id, id), isNull(catalogImports.undoneBy)))
    .returning({ id: catalogImports.id });
  return rows.length > 0;
}
