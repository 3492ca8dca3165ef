import type { ItemKind } from '../core/format/names';
import { and, asc, desc, eq, inArray, ne, or, sql, type SQL } from 'drizzle-orm';
import type { Queryable } from './client';
import { everyWordIn, type Page } from './lists';
import { catalogItems, stages } from './schema';

export type ItemRow = typeof catalogItems.$inferSelect;
export type NewItem = Omit<typeof catalogItems.$inferInsert, 'id' | 'version'>;

/** What a list of the catalog can be sorted by. */
export const SORTS = ['maker', 'name', 'sizeMm', 'massKg', 'price', 'days'] as const;
export type Sort = (typeof SORTS)[number];
export type ItemQuery = {
  kind: ItemKind;
  /** Every word has to stand in maker, model or name. */
  words: string[];
  inactive: boolean;
  sort: Sort;
  down: boolean;
  from: number;
  most: number;
};

function matching({
  kind,
  words,
  inactive,
}: Pick<ItemQuery, 'kind' | 'words' | 'inactive'>): SQL | undefined {
  return and(
    eq(catalogItems.kind, kind),
    ...(inactive ? [] : [eq(catalogItems.active, true)]),
    everyWordIn(words, [
      catalogItems.maker,
      catalogItems.model,
      catalogItems.name,
      catalogItems.source,
      catalogItems.supplier,
    ]),
  );
}

/** Some rows of a list, sorted on the server, and how many there are in all. What is not known stands last. */
export async function itemsOf(db: Queryable, query: ItemQuery): Promise<Page<ItemRow>> {
  const where = matching(query);
  const column = catalogItems[query.sort];
  const rows = await db
    .select()
    .from(catalogItems)
    .where(where)
    .orderBy(sql`${query.down ? desc(column) : asc(column)} nulls last`, asc(catalogItems.id))
    .offset(query.from)
    .limit(query.most);
  const [total] = await db
    .select({ count: sql<number>`count(*)::int` })
    .from(catalogItems)
    .where(where);
  return { count: total?.count ?? 0, rows };
}

/** Every row of a kind in the order it came; those that are out of the list too where that is asked for. */
export function allItems(db: Queryable, kinds: readonly ItemKind[], inactive = false): Promise<ItemRow[]> {
  return db
    .select()
    .from(catalogItems)
    .where(
      inactive
        ? inArray(catalogItems.kind, [...kinds])
        : and(inArray(catalogItems.kind, [...kinds]), eq(catalogItems.active, true)),
    )
    .orderBy(asc(catalogItems.id));
}

/** What is listed of all kinds, but of tires and wheels only those of one name: there are thousands of them. */
export function candidateItems(
  db: Queryable,
  { tire, wheel }: { tire: string; wheel: string },
): Promise<ItemRow[]> {
  const { kind, name, active, id } = catalogItems;
  return db
    .select()
    .from(catalogItems)
    .where(
      and(
        eq(active, true),
        or(
          inArray(kind, ['spacer', 'lift', 'gears', 'nuts']),
          and(eq(kind, 'tire'), eq(name, tire)),
          and(eq(kind, 'wheel'), eq(name, wheel)),
        ),
      ),
    )
    .orderBy(asc(id));
}

export async function itemById(db: Queryable, id: number): Promise<ItemRow | undefined> {
  const [row] = await db.select().from(catalogItems).where(eq(catalogItems.id, id));
  return row;
}

/** A statement takes so many rows at a time: a catalog has more values than it takes parameters. */
const PIECE = 500;
const inPieces = <T>(rows: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(rows.length / PIECE) }, (_, i) => rows.slice(i * PIECE, (i + 1) * PIECE));

type Tell = (count: number) => void;

/** Adds rows; answers with their numbers. */
export async function addItems(
  db: Queryable,
  rows: readonly NewItem[],
  tell: Tell = () => undefined,
): Promise<number[]> {
  const ids: number[] = [];
  for (const piece of inPieces(rows)) {
    const added = await db
      .insert(catalogItems)
      .values(piece)
      .onConflictDoNothing()
      .returning({ id: catalogItems.id });
    ids.push(...added.map(({ id }) => id));
    tell(ids.length);
  }
  return ids;
}

/** Writes rows over those of the same kind, maker, model and name, and puts them into the list. */
export async function replaceItems(
  db: Queryable,
  rows: readonly NewItem[],
  tell: Tell = () => undefined,
): Promise<void> {
  const { kind, maker, model, name } = catalogItems;
  let count = 0;
  for (const piece of inPieces(rows)) {
    await db
      .insert(catalogItems)
      .values(piece)
      .onConflictDoUpdate({
        target: [catalogItems.shopId, kind, maker, model, name],
        set: {
          price: sql`excluded.price`,
          days: sql`excluded.days`,
          massKg: sql`excluded.mass_kg`,
          sizeMm: sql`excluded.size_mm`,
          rimIn: sql`excluded.rim_in`,
          source: sql`excluded.source`,
          supplier: sql`excluded.supplier`,
          document: sql`excluded.document`,
          active: true,
          version: sql`${catalogItems.version} + 1`,
        },
      });
    tell((count += piece.length));
  }
}

async function setListed(db: Queryable, ids: readonly number[], active: boolean): Promise<void> {
  for (const piece of inPieces(ids))
    await db
      .update(catalogItems)
      .set({ active, version: sql`${catalogItems.version} + 1` })
      .where(inArray(catalogItems.id, piece));
}
/** Puts rows out of the list. */
export const putOut = (db: Queryable, ids: readonly number[]): Promise<void> => setListed(db, ids, false);
export const putBack = (db: Queryable, ids: readonly number[]): Promise<void> => setListed(db, ids, true);

export async function deleteItems(db: Queryable, ids: readonly number[]): Promise<void> {
  for (const piece of inPieces(ids)) await db.delete(catalogItems).where(inArray(catalogItems.id, piece));
}

export async function itemsByIds(db: Queryable, ids: readonly number[]): Promise<ItemRow[]> {
  const rows: ItemRow[] = [];
  for (const piece of inPieces(ids))
    rows.push(...(await db.select().from(catalogItems).where(inArray(catalogItems.id, piece))));
  return rows;
}

/** The tire codes and the wheels that stages have on, each once. */
export async function namesOnStages(db: Queryable): Promise<{ tires: string[]; wheels: unknown[] }> {
  const wheel = sql<string>`(${stages.document} -> 'package' -> 'wheel')::text`;
  const tires = await db.selectDistinct({ code: stages.tireCode }).from(stages);
  const wheels = await db.selectDistinct({ wheel }).from(stages);
  return {
    tires: tires.map(({ code }) => code),
    wheels: wheels.map((row): unknown => JSON.parse(row.wheel)),
  };
}

/** From whom something of the catalog is bought. */
export async function knownSuppliers(db: Queryable): Promise<string[]> {
  const rows = await db
    .selectDistinct({ supplier: catalogItems.supplier })
    .from(catalogItems)
    .where(ne(catalogItems.supplier, ''))
    .orderBy(asc(catalogItems.supplier));
  return rows.map(({ supplier }) => supplier);
}

/** Changes a row that still has `version`; undefined where it moved on. */
export async function writeItem(
  db: Queryable,
  id: number,
  version: number,
  values: Partial<NewItem>,
): Promise<ItemRow | undefined> {
  const [row] = await db
    .update(catalogItems)
    .set({ ...values, version: version + 1 })
    .where(and(eq(catalogItems.id, id), eq(catalogItems.version, version)))
    .returning();
  return row;
}

export async function deleteItem(db: Queryable, id: number): Promise<void> {
  await db.delete(catalogItems).where(eq(catalogItems.id, id));
}

/** In how many stages a tire of this code, or a wheel of these measures, is on. */
export async function stagesWith(db: Queryable, { kind, document }: ItemRow): Promise<number> {
  if (kind !== 'tire' && kind !== 'wheel') return 0;
  const same =
    kind === 'tire'
      ? eq(stages.tireCode, (document as { code: string }).code)
      : sql`(${stages.document} -> 'package' -> 'wheel')::jsonb @> ${JSON.stringify(document)}::jsonb`;
  const [row] = await db
    .select({ count: sql<number>`count(*)::int` })
    .from(stages)
    .where(same);
  return row?.count ?? 0;
}
