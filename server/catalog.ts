import { setImmediate as breathe } from 'node:timers/promises';
import { z } from 'zod';
import { itemFigures, itemName } from '../core/catalog/items';
import { faultsOf, oneOf, whole, type Fault } from '../core/format/fields';
import {
  addItems,
  SORTS,
  allItems,
  deleteItem,
  itemById,
  replaceItems,
  stagesWith,
  writeItem,
  type ItemRow,
  type NewItem,
} from '../data/catalog';
import type { Database, Queryable } from '../data/client';
import { writeCatalog, type CatalogRow } from '../formats/catalogCsv';
import { countParam, flag, type Reader } from './endpoint';
import { conflict, done, faulty, missing, type Outcome } from './errors';
import { inTransaction } from './inTransaction';
import { inThread } from './judge/pool';
import {
  ITEM_KINDS,
  itemSchemas,
  offerSchema,
  type CatalogItem,
  type ItemKind,
} from '../core/format/catalog';

export function rowOf({ kind, maker, model, price, days, source, supplier, item }: CatalogItem): NewItem {
  return {
    kind,
    maker,
    model,
    name: itemName(kind, item),
    price: price ?? null,
    days: days ?? null,
    source,
    supplier,
    ...itemFigures(kind, item),
    document: item,
  };
}

export const itemOf = ({
  kind,
  maker,
  model,
  price,
  days,
  source,
  supplier,
  document,
}: ItemRow): CatalogItem => ({
  kind,
  maker,
  model,
  ...(price === null ? {} : { price }),
  ...(days === null ? {} : { days }),
  source,
  supplier,
  item: document,
});

const keyOf = ({ maker, model, name }: Pick<ItemRow, 'maker' | 'model' | 'name'>): string =>
  JSON.stringify([maker, model, name]);

/** What an import would do, line by line; `changes` names what differs. */
export type PreviewLine = {
  line: number;
  name: string;
  does: 'new' | 'changed' | 'same' | 'twice';
  changes: string[];
};
export type Preview = { lines: PreviewLine[]; faults: Fault[] };

function changesOf(before: CatalogItem, after: CatalogItem): string[] {
  const flat = ({ item, ...offer }: CatalogItem): Record<string, unknown> => ({ ...offer, ...item });
  const [a, b] = [flat(before), flat(after)];
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].filter(
    (key) => key !== 'kind' && key !== 'line' && JSON.stringify(a[key]) !== JSON.stringify(b[key]),
  );
}

const BREATH = 500;

type Planned = { told: PreviewLine; row: CatalogRow };

async function plan(db: Queryable, kind: ItemKind, rows: readonly CatalogRow[]): Promise<Planned[]> {
  const known = new Map((await allItems(db, [kind], true)).map((row) => [keyOf(row), row]));
  const seen = new Set<string>();
  const planned: Planned[] = [];
  for (const row of rows) {
    // A long list is gone through in pieces, so that others are answered in between.
    if (planned.length % BREATH === BREATH - 1) await breathe();
    const { line, ...item } = row;
    const name = `${row.maker} ${row.model} ${itemName(kind, row.item)}`;
    const key = keyOf({ maker: row.maker, model: row.model, name: itemName(kind, row.item) });
    const before = known.get(key);
    const twice = seen.has(key);
    seen.add(key);
    const changes = before ? changesOf(itemOf(before), item) : [];
    const does = twice
      ? 'twice'
      : !before
        ? 'new'
        : changes.length > 0 || !before.active
          ? 'changed'
          : 'same';
    planned.push({ told: { line, name, does, changes }, row });
  }
  return planned;
}

/** What an import of a file would do: what is new, changed and the same, and what is wrong with it, line and column. */
export async function previewCatalog(db: Queryable, kind: ItemKind, csv: string): Promise<Preview> {
  const read = await inThread('catalogRows', { kind, csv });
  if (!read.ok) return { lines: [], faults: read.faults };
  const planned = await plan(db, kind, read.value);
  return { lines: planned.map(({ told }) => told), faults: [] };
}

/** Takes a file in: new rows are added, changed ones changed, the rest stays. Nothing where one line is faulty. */
export async function importCatalog(db: Database, kind: ItemKind, csv: string): Promise<Outcome<Preview>> {
  const read = await inThread('catalogRows', { kind, csv });
  if (!read.ok) return faulty(read.faults);
  return inTransaction(db, async (tx): Promise<Outcome<Preview>> => {
    const planned = await plan(tx, kind, read.value);
    const lines = planned.map(({ told }) => told);
    const twice = lines.filter(({ does }) => does === 'twice');
    if (twice.length > 0)
      return faulty(
        twice.map(({ line, name }) => ({
          path: `line ${line}`,
          message: `${name} stands twice; take one line out`,
        })),
      );
    const rows = (what: PreviewLine['does']): NewItem[] =>
      planned.flatMap(({ told, row }) => (told.does === what ? [rowOf(row)] : []));
    await addItems(tx, rows('new'));
    await replaceItems(tx, rows('changed'));
    return done({ lines, faults: [] });
  });
}

/** A whole kind as CSV: what an import would take and call the same. */
export async function exportCatalog(db: Queryable, kind: ItemKind): Promise<string> {
  return writeCatalog(kind, (await allItems(db, [kind])).map(itemOf));
}

export const kindOf = (text: string | undefined): ItemKind | undefined =>
  ITEM_KINDS.find((kind) => kind === text);

export const itemBody = z.strictObject({
  version: whole(1, 1e9),
  offer: z.looseObject({}).optional(),
  item: z.looseObject({}).optional(),
  active: z.boolean({ error: 'is not true/false' }).optional(),
});

/** Changes a row where it stands: what it costs, when it comes, any of its figures, or whether it is in the list. */
export async function changeItem(
  db: Queryable,
  id: number,
  patch: z.output<typeof itemBody>,
): Promise<Outcome<ItemRow>> {
  const row = await itemById(db, id);
  if (!row) return missing('thing in the catalog');
  const { kind, item, ...offer } = itemOf(row);
  // An empty cell takes a figure out.
  const merged = (before: object, change: object = {}): object =>
    Object.fromEntries(Object.entries({ ...before, ...change }).filter(([, value]) => value !== null));
  const nextOffer = offerSchema.safeParse(merged(offer, patch.offer));
  const schema = itemSchemas[kind];
  const nextItem = schema.safeParse(merged(item, patch.item));
  if (!nextOffer.success || !nextItem.success)
    return faulty([
      ...(nextOffer.success ? [] : faultsOf(offerSchema, nextOffer.error.issues)),
      ...(nextItem.success ? [] : faultsOf(schema, nextItem.error.issues)),
    ]);
  const stored = await writeItem(db, id, patch.version, {
    ...rowOf({ ...nextOffer.data, kind, item: nextItem.data }),
    ...(patch.active === undefined ? {} : { active: patch.active }),
  });
  if (stored) return done(stored);
  return conflict('It was', await itemById(db, id));
}

/** Takes a thing out: for good where no stage has it on, else only out of the list. */
export async function removeItem(
  db: Queryable,
  id: number,
): Promise<Outcome<{ kept: boolean; stages: number }>> {
  const row = await itemById(db, id);
  if (!row) return missing('thing in the catalog');
  const stages = await stagesWith(db, row);
  if (stages === 0) await deleteItem(db, id);
  else await writeItem(db, id, row.version, { active: false });
  return done({ kept: stages > 0, stages });
}

/** More rows than any page shows at once. */
const MOST_ROWS = 500;
export const catalogQuery = z.strictObject({
  csv: flag,
  q: z.string().max(200).default(''),
  sort: oneOf(SORTS).default('maker'),
  down: flag,
  inactive: flag,
  from: countParam(0, 1e7, 0),
  most: countParam(1, MOST_ROWS, 100),
});
export const previewQuery = z.strictObject({ preview: flag });

/** A price list as text. */
export const csvReader: Reader<string> = { type: 'csv', read: (bytes) => done(bytes.toString('utf8')) };
