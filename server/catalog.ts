import { ITEM_KINDS, type ItemKind } from '../core/format/names';
import { z } from 'zod';
import { itemFigures, itemName } from '../core/catalog/items';
import { faultsOf, oneOf, whole } from '../core/format/fields';
import {
  SORTS,
  allItems,
  deleteItem,
  itemById,
  stagesWith,
  writeItem,
  type ItemRow,
  type NewItem,
} from '../data/catalog';
import type { Queryable } from '../data/client';
import { writeCatalog } from '../formats/catalogCsv';
import { countParam, flag } from './endpoint';
import { conflict, done, faulty, missing, type Outcome } from './errors';
import { itemSchemas, offerSchema, type CatalogItem } from '../core/format/catalog';

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
