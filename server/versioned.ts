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
import type { Pair } from './judge/columns';
import { judgedTransaction, type Judge } from './judge/transaction';

/**
 * Who does something, where it is stored, and when: what every write is signed with. What they are decides where one change
 * reaches what is not theirs; work that no request asked for is nobody's.
 */
export type Actor = { db: Database; person: { name: string; role?: Role }; now: Date };

/** Whether somebody plans: chooses packages, parts and days. */
export const plans = ({ role }: Actor['person']): boolean => role === undefined || allows(role, 'plan');

export type Subject = ChangeRow['subject'];

type Kept<Document> = { version: number; document: Document };
/** What became of a document; with the document where it stands as it was given, without where more was done to it. */
type Stored<Document> = { version: number; document?: Document; verdicts: VerdictChange[] };

/** A thing that is kept with a version and a history: how it is read, and how it is stored under its version. */
export type Resource<Document, Held extends Kept<Document> = Kept<Document>> = {
  /** With whatever storing it needs to know beside it. */
  load: (db: Queryable, id: number) => Promise<Held | undefined>;
  /** What storing it will ask to have judged, as far as is known: it is worked out before a transaction is begun. */
  foresee?: (db: Queryable, held: Held, document: Document) => Pair[] | Promise<Pair[]>;
  /** Checks and stores what is to be in the place of what is held; `stale` where that moved on since. */
  store: (
    db: Queryable,
    id: number,
    held: Held,
    document: Document,
    /** When, and how to ask for verdicts: what is not known yet is worked out, and the transaction run again. */
    at: { moment: Date; judge: Judge },
  ) => Promise<Outcome<Stored<Document>> | 'stale'>;
};
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- one table of resources whose documents differ
export type Resources = Record<Subject, Resource<any, any>>;

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
  const of = (subject: Subject): Resource<Json> => resources[subject];

  /** A stale write is refused with the document as it is now and every change since the version it was made on. */
  async function stale(
    db: Queryable,
    { person: { name } }: Pick<Actor, 'person'>,
    { subject, id, version }: Omit<Write, 'document'>,
  ): Promise<Outcome<never>> {
    const row = await of(subject).load(db, id);
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

  /** What storing a document will ask to have judged; nothing where it will not be stored. */
  async function foreseen(
    db: Queryable,
    { subject, id, version, document }: Write,
  ): Promise<readonly Pair[]> {
    const { load, foresee } = of(subject);
    const held = foresee && (await load(db, id));
    if (!foresee || held?.version !== version) return [];
    const isSame = changesBetween(held.document, document as Json).length === 0;
    return isSame ? [] : foresee(db, held, document as Json);
  }

  /**
   * Stores one document and adds the row to its history; answers with the number of that row, null where nothing differs, and
   * with the document as it is kept, where that is known.
   */
  async function write(
    db: Queryable,
    { person, now, judge }: Omit<Actor, 'db'> & { judge: Judge },
    at: Omit<Write, 'document'>,
    next: (current: Json) => unknown,
    how: How,
  ): Promise<Outcome<{ change: number | null; kept?: Kept<unknown> }>> {
    const { subject, id, version } = at;
    const row = await of(subject).load(db, id);
    if (!row) return missing(subject);
    if (row.version !== version) return stale(db, { person }, at);
    const document = next(row.document) as Json;
    const changes = changesBetween(row.document, document);
    if (changes.length === 0) return done({ change: null, kept: row });
    const stored = await of(subject).store(db, id, row, document, { moment: now, judge });
    if (stored === 'stale') return stale(db, { person }, at);
    if (!stored.ok) return stored;
    const { value } = stored;
    const change = await addChange(db, {
      subject,
      subjectId: id,
      version: value.version,
      kind: how.kind,
      reverts: how.reverts ?? null,
      batch: how.batch ?? null,
      person: person.name,
      at: now,
      changes,
      verdicts: value.verdicts,
    });
    const kept: Kept<unknown> | undefined =
      'document' in value ? { version: value.version, document: value.document } : undefined;
    return done({ change, ...(kept && { kept }) });
  }

  async function read(
    db: Queryable,
    { person }: Pick<Actor, 'person'>,
    subject: Subject,
    id: number,
  ): Promise<Versioned> {
    const row = await of(subject).load(db, id);
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
    also?: (db: Queryable, head: number | undefined) => Promise<Outcome<unknown>>,
  ): Promise<Outcome<Versioned[]>> {
    // Of several, one may change what another is judged by: they are judged as they come.
    const [alone] = writes.length === 1 && !also ? writes : [];
    const pairs = alone ? await foreseen(actor.db, alone) : [];
    const work = async (tx: Queryable, judge: Judge): Promise<Outcome<Versioned[]>> => {
      let batch: number | undefined;
      let kept: Kept<unknown> | undefined;
      for (const one of writes) {
        const how: How = { kind: 'edit', ...(batch === undefined ? {} : { batch }) };
        const changed = await write(tx, { ...actor, judge }, one, () => one.document, how);
        if (!changed.ok) return changed;
        ({ kept } = changed.value);
        if (writes.length > 1) batch ??= changed.value.change ?? undefined;
      }
      if (alone && kept) return done([await versioned(tx, alone.subject, alone.id, kept, actor.person.name)]);
      const besides = await also?.(tx, batch);
      if (besides?.ok === false) return besides;
      const all: Versioned[] = [];
      for (const { subject, id } of writes) all.push(await read(tx, actor, subject, id));
      return done(all);
    };
    return judgedTransaction(actor.db, work, pairs);
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
      const row = await of(at.subject).load(tx, at.id);
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
        const held = one === change ? row : await of(subject).load(tx, subjectId);
        if (!held) return missing(subject);
        if (!stands(held.document, left)) return overtaken(tx, actor, one, kind);
        const changed = await write(
          tx,
          { ...actor, judge },
          { subject, id: subjectId, version: held.version },
          (current) => withChanges(current, steps),
          { kind, reverts: one.id, ...(together === undefined ? {} : { batch: together }) },
        );
        if (!changed.ok) return changed;
        together ??= changed.value.change ?? undefined;
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
