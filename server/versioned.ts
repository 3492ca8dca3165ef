import { changesBetween, inverse, stands, withChanges, type Change, type Json } from '../core/history/diff';
import { allows, type Role } from '../core/people/rights';
import { undoState } from '../core/history/history';
import type { VerdictChange } from '../core/history/verdictChange';
import type { Database, Queryable } from '../data/client';
import {
  addChange,
  changeById,
  changeHeads,
  changesOfBatch,
  changesSince,
  type ChangeHead,
  type ChangeRow,
} from '../data/changes';
import { conflict, done, missing, refused, type Outcome } from './errors';
import { judgedTransaction, type Judge } from './judge/transaction';

/**
 * Who does something, where it is stored, and when: what every write is signed with. What they are decides where one change
 * reaches what is not theirs; work that no request asked for is nobody's.
 */
export type Actor = { db: Database; person: { name: string; role?: Role }; now: Date };

/** Whether somebody plans: chooses packages, parts and days. */
export const plans = ({ role }: Actor['person']): boolean => role === undefined || allows(role, 'plan');

export type Subject = ChangeRow['subject'];

/** A thing that is kept with a version and a history: how it is read, and how it is stored under its version. */
export type Resource<Document> = {
  load: (db: Queryable, id: number) => Promise<{ version: number; document: Document } | undefined>;
  /** Checks and stores; `stale` where the stored one moved on since it was loaded. */
  store: (
    db: Queryable,
    id: number,
    version: number,
    document: Document,
    /** When, and how to ask for verdicts: what is not known yet is worked out, and the transaction run again. */
    at: { moment: Date; judge: Judge },
  ) => Promise<Outcome<{ version: number; verdicts: VerdictChange[] }> | 'stale'>;
};
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- one table of resources whose documents differ
export type Resources = Record<Subject, Resource<any>>;

/** What somebody can take back or make again: which change, when it was last touched, and who changed the document since he made it. */
type Step = { id: number; at: string; since: string[] };
/** A document as the sheet holds it: with its version, and what whoever reads it can undo next. */
export type Versioned<Document = unknown> = {
  subject: Subject;
  id: number;
  version: number;
  document: Document;
  undo: Step | null;
  redo: Step | null;
};
export type ConflictChange = { person: string; at: string; changes: Change[] };
export type HistoryLine = {
  id: number;
  subject: Subject;
  version: number;
  kind: ChangeRow['kind'];
  person: string;
  at: string;
  changes: Change[];
  /** The number of the change that it was made in one piece with, if it was not alone. */
  batch: number | null;
  verdicts: VerdictChange[];
};

/** The one document that was asked about, with whatever was changed in one piece with it under `also`. */
export function first(outcome: Outcome<Versioned[]>): Outcome<Versioned & { also: Versioned[] }> {
  if (!outcome.ok) return outcome;
  const [one, ...also] = outcome.value;
  return one ? done({ ...one, also }) : missing('document');
}

/** One document as it should be, made on a version. */
export type Write = { subject: Subject; id: number; version: number; document: unknown };

/** A document with what of one's own can be undone, from what happened to it. */
export function versionedBy<Document>(
  rows: readonly ChangeHead[],
  subject: Subject,
  { id, version, document }: { id: number; version: number; document: Document },
  person: string,
): Versioned<Document> {
  const state = undoState(rows, person);
  // When it was last touched: done, taken back or made again. The sheet steps the latest of its documents.
  const named = (changeId: number | undefined): Step | null => {
    const row = rows.findLast(({ id: rowId, reverts }) => rowId === changeId || reverts === changeId);
    if (!row) return null;
    const others = rows.filter((one) => one.id > row.id && one.person !== person).map((one) => one.person);
    return { id: row.id, at: row.at.toISOString(), since: [...new Set(others)] };
  };
  return { subject, id, version, document, undo: named(state.undo.at(-1)), redo: named(state.redo.at(-1)) };
}

async function versioned<Document>(
  db: Queryable,
  subject: Subject,
  id: number,
  { version, document }: { version: number; document: Document },
  person: string,
): Promise<Versioned<Document>> {
  return versionedBy(await changeHeads(db, subject, id), subject, { id, version, document }, person);
}

type How = { kind: ChangeRow['kind']; reverts?: number; batch?: number };

/** Documents with a version and a history, over the resources that it is given. */
export function versionedStore(
  resources: Resources,
  /** What goes with a change that was taken back or made again, in the same transaction; `head` is the first of its piece. */
  stepped: (db: Queryable, actor: Omit<Actor, 'db'>, head: number, kind: 'undo' | 'redo') => Promise<void>,
) {
  /** A stale write is refused with the document as it is now and every change since the version it was made on. */
  async function stale(
    db: Queryable,
    { person: { name } }: Pick<Actor, 'person'>,
    { subject, id, version }: Omit<Write, 'document'>,
  ): Promise<Outcome<never>> {
    const row = await resources[subject].load(db, id);
    if (!row) return missing(subject);
    const since = await changesSince(db, subject, id, version);
    return conflict('It was', {
      ...(await versioned(db, subject, id, row, name)),
      since: since.map(({ person, at, changes }): ConflictChange => ({
        person,
        at: at.toISOString(),
        changes,
      })),
    });
  }

  /** Where somebody else changed the same place since, one does not take theirs back with one's own. */
  async function overtaken(
    db: Queryable,
    { person: { name } }: Pick<Actor, 'person'>,
    { subject, subjectId, version }: ChangeRow,
    kind: 'undo' | 'redo',
  ): Promise<Outcome<never>> {
    const later = await changesSince(db, subject, subjectId, version);
    const who = [...new Set(later.map(({ person }) => person).filter((person) => person !== name))].join(
      ', ',
    );
    return refused({
      status: 400,
      message: `${who || 'Somebody'} changed the same place since: ${kind} is of one’s own changes only. The history goes back to before both.`,
    });
  }

  /** Stores one document and adds the row to its history; answers with the number of that row, null where nothing differs. */
  async function write(
    db: Queryable,
    { person, now, judge }: Omit<Actor, 'db'> & { judge: Judge },
    at: Omit<Write, 'document'>,
    next: (current: Json) => unknown,
    how: How,
  ): Promise<Outcome<number | null>> {
    const { subject, id, version } = at;
    const row = await resources[subject].load(db, id);
    if (!row) return missing(subject);
    if (row.version !== version) return stale(db, { person }, at);
    const document = next(row.document as Json) as Json;
    const changes = changesBetween(row.document as Json, document);
    if (changes.length === 0) return done(null);
    const stored = await resources[subject].store(db, id, version, document, { moment: now, judge });
    if (stored === 'stale') return stale(db, { person }, at);
    if (!stored.ok) return stored;
    return done(
      await addChange(db, {
        subject,
        subjectId: id,
        version: stored.value.version,
        kind: how.kind,
        reverts: how.reverts ?? null,
        batch: how.batch ?? null,
        person: person.name,
        at: now,
        changes,
        verdicts: stored.value.verdicts,
      }),
    );
  }

  async function read(
    db: Queryable,
    { person }: Pick<Actor, 'person'>,
    subject: Subject,
    id: number,
  ): Promise<Versioned> {
    const row = await resources[subject].load(db, id);
    if (!row) throw new Error(`${subject} ${id} went while it was held`);
    return versioned(db, subject, id, row, person.name);
  }

  /**
   * Stores some documents, all or none. Several are one change: they share a batch, and are taken back in one step. `also`
   * is done in the same transaction.
   */
  async function save(
    actor: Actor,
    writes: readonly Write[],
    also: (db: Queryable, head: number | undefined) => Promise<Outcome<unknown>> = () =>
      Promise.resolve(done(null)),
  ): Promise<Outcome<Versioned[]>> {
    return judgedTransaction(actor.db, async (tx, judge): Promise<Outcome<Versioned[]>> => {
      let batch: number | undefined;
      for (const one of writes) {
        const how: How = { kind: 'edit', ...(batch === undefined ? {} : { batch }) };
        const changed = await write(tx, { ...actor, judge }, one, () => one.document, how);
        if (!changed.ok) return changed;
        if (writes.length > 1) batch ??= changed.value ?? undefined;
      }
      const besides = await also(tx, batch);
      if (!besides.ok) return besides;
      const all: Versioned[] = [];
      for (const { subject, id } of writes) all.push(await read(tx, actor, subject, id));
      return done(all);
    });
  }

  /**
   * Takes back the last edit of this person that stands, or makes again the last one taken back, and with it whatever was changed in one
   * piece with it. What others changed since stays; where it is the same place, nothing is done and it is said who it was. The first
   * document of the answer is the one that was asked about.
   */
  async function step(
    actor: Actor,
    at: Omit<Write, 'document'>,
    kind: 'undo' | 'redo',
  ): Promise<Outcome<Versioned[]>> {
    return judgedTransaction(actor.db, async (tx, judge): Promise<Outcome<Versioned[]>> => {
      const state = undoState(await changeHeads(tx, at.subject, at.id), actor.person.name);
      const changeId = state[kind].at(-1);
      const change = changeId === undefined ? undefined : await changeById(tx, changeId);
      const row = await resources[at.subject].load(tx, at.id);
      if (row && row.version !== at.version) return stale(tx, actor, at);
      if (!change) return refused({ status: 400, message: `There is nothing of yours to ${kind}.` });
      const piece = await changesOfBatch(tx, change.batch ?? change.id);
      const others = piece.filter(({ id }) => id !== change.id);
      const all: Versioned[] = [];
      let together: number | undefined;
      for (const one of [change, ...others]) {
        const { subject, subjectId } = one;
        const back = inverse(one.changes);
        const [left, steps] = kind === 'undo' ? [one.changes, back] : [back, one.changes];
        const held = one === change ? row : await resources[subject].load(tx, subjectId);
        if (!held) return missing(subject);
        if (!stands(held.document as Json, left)) return overtaken(tx, actor, one, kind);
        const changed = await write(
          tx,
          { ...actor, judge },
          { subject, id: subjectId, version: held.version },
          (current) => withChanges(current, steps),
          { kind, reverts: one.id, ...(together === undefined ? {} : { batch: together }) },
        );
        if (!changed.ok) return changed;
        together ??= changed.value ?? undefined;
        all.push(await read(tx, actor, subject, subjectId));
      }
      await stepped(tx, actor, change.batch ?? change.id, kind);
      return done(all);
    });
  }

  /** Makes a document what it was after one of its changes. That is a change like any other, and can be undone. */
  async function goBack(
    actor: Actor,
    at: Omit<Write, 'document'>,
    toChange: number,
  ): Promise<Outcome<Versioned[]>> {
    return judgedTransaction(actor.db, async (tx, judge): Promise<Outcome<Versioned[]>> => {
      const target = await changeById(tx, toChange);
      if (target?.subject !== at.subject || target.subjectId !== at.id)
        return missing('change of this document');
      const later = await changesSince(tx, at.subject, at.id, target.version);
      const steps = later.toReversed().flatMap(({ changes }) => inverse(changes));
      const changed = await write(tx, { ...actor, judge }, at, (current) => withChanges(current, steps), {
        kind: 'edit',
      });
      return changed.ok ? done([await read(tx, actor, at.subject, at.id)]) : changed;
    });
  }

  return { save, step, goBack };
}
