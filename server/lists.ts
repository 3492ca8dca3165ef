import type { ItemKind } from '../core/format/names';
import { setImmediate as breathe } from 'node:timers/promises';
import { z } from 'zod';
import { itemName } from '../core/catalog/items';
import { words, type Fault } from '../core/format/fields';
import { listColumnsSchema, type ListColumns } from '../core/format/listColumns';
import type { CatalogItem } from '../core/format/catalog';
import { addItems, allItems, putOut, replaceItems, type ItemRow, type NewItem } from '../data/catalog';
import { addImport, lastImportOf } from '../data/imports';
import type { Database, Queryable } from '../data/client';
import type { ImportCounts } from '../data/schema';
import { headOfList, type CatalogRow, type ListHead } from '../formats/catalogCsv';
import { textOf } from '../formats/listText';
import { flag, type Reader } from './endpoint';
import { done, faulty, type Outcome } from './errors';
import { inTransaction } from './inTransaction';
import { inThread } from './judge/pool';
import { itemOf, rowOf } from './catalog';
import { tellerOf, type Tell } from './progress';

const keyOf = ({ maker, model, name }: Pick<ItemRow, 'maker' | 'model' | 'name'>): string =>
  JSON.stringify([maker, model, name]);

/** What an import would do, line by line; `changes` names what differs. */
export type PreviewLine = {
  line: number;
  name: string;
  does: 'new' | 'changed' | 'same' | 'twice';
  changes: string[];
};
export type Preview = {
  counts: ImportCounts & { twice: number };
  /** Of a long list not all: what changes something goes before what is the same. */
  lines: PreviewLine[];
  /** What the supplier's list no longer has, of what was bought from there. */
  gone: string[];
  faults: Fault[];
  /** How many faults there are, where not all are named. */
  allFaults: number;
  /** Of an import that was done: its number, to take it back by. */
  id?: number;
};
/** So many lines, names and faults are sent to a page. */
const MOST_TOLD = 1000;

/** How a list is to be read and taken in. */
export type How = {
  columns?: ListColumns | undefined;
  /** From whom it is; what it does not name itself is bought there. */
  supplier?: string | undefined;
  /** Puts what the supplier's list no longer has out of the catalog's. */
  gone?: boolean;
  person?: { name: string };
  now?: Date;
  /** What its progress is asked for by. */
  ticket?: string | undefined;
};

function changesOf(before: CatalogItem, after: CatalogItem): string[] {
  const flat = ({ item, ...offer }: CatalogItem): Record<string, unknown> => ({ ...offer, ...item });
  const [a, b] = [flat(before), flat(after)];
  return [...new Set([...Object.keys(a), ...Object.keys(b)])].filter(
    (key) => key !== 'kind' && key !== 'line' && JSON.stringify(a[key]) !== JSON.stringify(b[key]),
  );
}

const BREATH = 500;

type Planned = { told: PreviewLine; row: NewItem; before: ItemRow | undefined };
type Plan = { planned: Planned[]; gone: ItemRow[] };

async function plan(
  db: Queryable,
  kind: ItemKind,
  rows: readonly CatalogRow[],
  { supplier = '' }: How,
  tell: Tell = () => undefined,
): Promise<Plan> {
  const all = await allItems(db, [kind], true);
  const known = new Map(all.map((row) => [keyOf(row), row]));
  const seen = new Set<string>();
  const planned: Planned[] = [];
  for (const { line, ...read } of rows) {
    // A long list is gone through in pieces, so that others are answered in between.
    if (planned.length % BREATH === BREATH - 1) {
      tell(planned.length, rows.length);
      await breathe();
    }
    const item = { ...read, supplier: read.supplier || supplier };
    const name = itemName(kind, item.item);
    const key = keyOf({ maker: item.maker, model: item.model, name });
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
    planned.push({
      told: { line, name: `${item.maker} ${item.model} ${name}`, does, changes },
      row: rowOf(item),
      before,
    });
  }
  const gone =
    supplier === ''
      ? []
      : all.filter((row) => row.active && row.supplier === supplier && !seen.has(keyOf(row)));
  return { planned, gone };
}

function toldOf({ planned, gone }: Plan): Preview {
  const count = (does: PreviewLine['does']): number =>
    planned.filter(({ told }) => told.does === does).length;
  const lines = planned.map(({ told }) => told);
  const first = lines.length <= MOST_TOLD ? lines : lines.filter(({ does }) => does !== 'same');
  return {
    counts: {
      new: count('new'),
      changed: count('changed'),
      same: count('same'),
      gone: gone.length,
      twice: count('twice'),
    },
    lines: first.slice(0, MOST_TOLD),
    gone: gone.slice(0, MOST_TOLD).map(({ maker, model, name }) => `${maker} ${model} ${name}`),
    faults: [],
    allFaults: 0,
  };
}

const NOTHING: Preview = {
  counts: { new: 0, changed: 0, same: 0, gone: 0, twice: 0 },
  lines: [],
  gone: [],
  faults: [],
  allFaults: 0,
};

/** What an import of a list would do: what is new, changed, the same and gone, and all that is wrong with it, line and column. */
export async function previewCatalog(
  db: Queryable,
  kind: ItemKind,
  csv: string,
  how: How = {},
): Promise<Preview> {
  const read = await inThread('catalogRows', { kind, csv, columns: how.columns });
  if (!read.ok) return { ...NOTHING, faults: read.faults.slice(0, MOST_TOLD), allFaults: read.faults.length };
  return toldOf(await plan(db, kind, read.value, how));
}

/** What a row was, to be written back. */
const wasOf = ({ id: _, version: _of, ...values }: ItemRow): Omit<ItemRow, 'id' | 'version'> => values;

/**
 * Takes a list in: new rows are added, changed ones changed, what is gone put out of the list where that is asked for, the rest
 * stays. Nothing where one line is faulty. What stood before is kept, so that it can be taken back.
 */
export async function importCatalog(
  db: Database,
  kind: ItemKind,
  csv: string,
  how: How = {},
): Promise<Outcome<Preview>> {
  const read = await inThread('catalogRows', { kind, csv, columns: how.columns });
  if (!read.ok) return faulty(read.faults.slice(0, MOST_TOLD));
  const tell = tellerOf(db, how.ticket);
  return inTransaction(db, async (tx): Promise<Outcome<Preview>> => {
    const made = await plan(tx, kind, read.value, how, tell);
    const twice = made.planned.filter(({ told }) => told.does === 'twice');
    if (twice.length > 0)
      return faulty(
        twice.slice(0, MOST_TOLD).map(({ told: { line, name } }) => ({
          path: `line ${line}`,
          message: `${name} stands twice; take one line out`,
        })),
      );
    const of = (what: PreviewLine['does']): Planned[] =>
      made.planned.filter(({ told }) => told.does === what);
    const [fresh, changed] = [of('new'), of('changed')];
    const all = fresh.length + changed.length;
    const added = await addItems(
      tx,
      fresh.map(({ row }) => row),
      (count) => tell(count, all),
    );
    await replaceItems(
      tx,
      changed.map(({ row }) => row),
      (count) => tell(fresh.length + count, all),
    );
    const gone = how.gone ? made.gone : [];
    await putOut(
      tx,
      gone.map(({ id }) => id),
    );
    const told = toldOf(made);
    const { twice: _, ...counts } = told.counts;
    const before = {
      added,
      changed: changed.flatMap(({ before: row }) =>
        row ? [{ id: row.id, version: row.version + 1, was: wasOf(row) }] : [],
      ),
      gone: gone.map(({ id, version }) => ({ id, version: version + 1 })),
    };
    if (added.length + before.changed.length + gone.length === 0) return done(told);
    const id = await addImport(tx, {
      kind,
      supplier: how.supplier ?? '',
      columns: how.columns ?? null,
      counts: { ...counts, gone: gone.length },
      before,
      person: how.person?.name ?? '',
      ...(how.now ? { at: how.now } : {}),
    });
    return done({ ...told, id });
  });
}

/** The head of a list before anything is read of it, and what its supplier's columns were taken for the last time. */
export async function listHead(
  db: Queryable,
  kind: ItemKind,
  csv: string,
  supplier: string,
): Promise<ListHead & { last: ListColumns | null }> {
  const last = supplier === '' ? undefined : await lastImportOf(db, kind, supplier);
  return { ...headOfList(kind, csv), last: last?.columns ?? null };
}

const columnsText = z
  .string()
  .max(20_000)
  .transform((text, ctx): ListColumns => {
    try {
      const read = listColumnsSchema.safeParse(JSON.parse(text));
      if (read.success) return read.data;
    } catch {
      // Told below, as what is no such object.
    }
    ctx.addIssue({ code: 'custom', message: 'is not {"of":{"head":"column"},"fixed":{}} as JSON' });
    return z.NEVER;
  });

export const listQuery = z.strictObject({
  preview: flag,
  head: flag,
  gone: flag,
  supplier: words(80).optional(),
  columns: columnsText.optional(),
  ticket: z.string().max(60).optional(),
});

/** A price list as text, whatever its supplier saved it as. */
export const csvReader: Reader<string> = { type: 'csv', read: (bytes) => done(textOf(bytes).text) };
