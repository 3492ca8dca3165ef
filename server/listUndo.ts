import type { ItemKind } from '../core/format/names';
import { itemName } from '../core/catalog/items';
import {
  deleteItems,
  itemsByIds,
  namesOnStages,
  putBack,
  putOut,
  replaceItems,
  type ItemRow,
  type NewItem,
} from '../data/catalog';
import { importById, markUndone, undoneSince } from '../data/imports';
import type { Queryable } from '../data/client';
import { conflict, done, missing, type Outcome } from './errors';
import { inTransaction } from './inTransaction';
import type { Actor } from './versioned';

/** How many rows of an import were taken back, and how many stay because somebody changed them since. */
export type Undone = { back: number; kept: number };

/** The names of things of a kind that some stage has on: those stay, out of the list. */
async function namesInUse(db: Queryable, kind: ItemKind): Promise<ReadonlySet<string>> {
  if (kind !== 'tire' && kind !== 'wheel') return new Set();
  const { tires, wheels } = await namesOnStages(db);
  return new Set(kind === 'tire' ? tires : wheels.map((wheel) => itemName('wheel', wheel)));
}

const idsOf = (rows: readonly { id: number }[]): number[] => rows.map(({ id }) => id);

/**
 * Takes an import back: what it added goes (out of the list where a stage has it on), what it changed is what it was, what it put
 * out is back. A row that somebody changed since then is left as it is.
 */
export async function undoImport(
  { db, person }: Pick<Actor, 'db' | 'person'>,
  id: number,
): Promise<Outcome<Undone>> {
  return inTransaction(db, async (tx): Promise<Outcome<Undone>> => {
    const made = await importById(tx, id);
    if (!made) return missing('import');
    if (!(await markUndone(tx, id, person.name))) return conflict('It was taken back already, and', made);
    const { added, changed, gone } = made.before;
    const now = new Map(
      (await itemsByIds(tx, [...added, ...idsOf(changed), ...idsOf(gone)])).map((row) => [row.id, row]),
    );
    // Each later import that was taken back wrote a row twice, and left it as it found it.
    const writes = new Map<number, number>();
    for (const { before } of await undoneSince(tx, made.kind, id))
      for (const one of idsOf([...before.changed, ...before.gone]))
        writes.set(one, (writes.get(one) ?? 0) + 2);
    const untouched = (one: { id: number; version: number }): boolean =>
      now.get(one.id)?.version === one.version + (writes.get(one.id) ?? 0);
    const inUse = await namesInUse(tx, made.kind);
    const fresh = added.map((one) => ({ id: one, version: 1 })).filter(untouched);
    const onStage = ({ id: one }: { id: number }): boolean => inUse.has((now.get(one) as ItemRow).name);
    await deleteItems(tx, idsOf(fresh.filter((one) => !onStage(one))));
    await putOut(tx, idsOf(fresh.filter(onStage)));
    const toWrite = changed.filter(untouched);
    await replaceItems(
      tx,
      toWrite.map(({ was }) => was as NewItem),
    );
    await putOut(tx, idsOf(toWrite.filter(({ was }) => was['active'] === false)));
    const toList = gone.filter(untouched);
    await putBack(tx, idsOf(toList));
    const back = fresh.length + toWrite.length + toList.length;
    return done({ back, kept: added.length + changed.length + gone.length - back });
  });
}
