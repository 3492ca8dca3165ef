import { and, asc, eq, gt, or, sql, type SQLWrapper } from 'drizzle-orm';
import { grouped } from '../core/grouped';
import type { Change } from '../core/history/diff';
import type { Queryable } from './client';
import { changes, jobs, stages } from './schema';

/** Of one shop: whose it is need not be said with it. */
export type ChangeRow = Omit<typeof changes.$inferSelect, 'shopId'>;
export type ChangeHead = Pick<ChangeRow, 'id' | 'version' | 'kind' | 'reverts' | 'at' | 'person'>;

const of = (subject: ChangeRow['subject'], subjectId: number) =>
  and(eq(changes.subject, subject), eq(changes.subjectId, subjectId));

const headColumns = {
  id: changes.id,
  version: changes.version,
  kind: changes.kind,
  reverts: changes.reverts,
  at: changes.at,
  person: changes.person,
};

/** What happened to a document, oldest first, without what it changed: enough to know what can be undone. */
export function changeHeads(
  db: Queryable,
  subject: ChangeRow['subject'],
  subjectId: number,
): Promise<ChangeHead[]> {
  return db.select(headColumns).from(changes).where(of(subject, subjectId)).orderBy(asc(changes.id));
}

/**
 * The same of all documents of a job's sheet, asked for at once and without knowing which they are; answers what happened to each.
 * Numbers come as arrays, which are looked up in the index: a list within an OR would have every change of the shop read.
 */
export async function changeHeadsOfSheet(
  db: Queryable,
  jobId: number,
): Promise<(subject: ChangeRow['subject'], subjectId: number) => ChangeHead[]> {
  const among = (subject: ChangeRow['subject'], ids: SQLWrapper) =>
    and(eq(changes.subject, subject), sql`${changes.subjectId} = any(array(${ids}))`);
  const rows = await db
    .select({ ...headColumns, subject: changes.subject, subjectId: changes.subjectId })
    .from(changes)
    .where(
      or(
        of('job', jobId),
        among('vehicle', db.select({ id: jobs.vehicleId }).from(jobs).where(eq(jobs.id, jobId))),
        among('stage', db.select({ id: stages.id }).from(stages).where(eq(stages.jobId, jobId))),
      ),
    )
    .orderBy(asc(changes.id));
  const heads = grouped(rows, ({ subject, subjectId }) => `${subject} ${subjectId}`);
  return (subject, subjectId) => heads.get(`${subject} ${subjectId}`) ?? [];
}

/** Every change since a version, oldest first; what brought a document in is without the document. */
export function changesSince(
  db: Queryable,
  subject: ChangeRow['subject'],
  subjectId: number,
  version: number,
): Promise<ChangeRow[]> {
  return db
    .select({
      id: changes.id,
      subject: changes.subject,
      subjectId: changes.subjectId,
      version: changes.version,
      kind: changes.kind,
      reverts: changes.reverts,
      batch: changes.batch,
      person: changes.person,
      at: changes.at,
      changes: sql<
        Change[]
      >`case when ${changes.kind} = 'import' then '[]'::json else ${changes.changes} end`,
      verdicts: changes.verdicts,
    })
    .from(changes)
    .where(and(of(subject, subjectId), gt(changes.version, version)))
    .orderBy(asc(changes.id));
}

export async function changeById(db: Queryable, id: number): Promise<ChangeRow | undefined> {
  const [row] = await db.select().from(changes).where(eq(changes.id, id));
  return row;
}

/** All that was changed in one piece: the change whose number is the batch's, and those that name it. */
export function changesOfBatch(db: Queryable, batch: number): Promise<ChangeRow[]> {
  return db
    .select()
    .from(changes)
    .where(or(eq(changes.id, batch), eq(changes.batch, batch)))
    .orderBy(asc(changes.id));
}

/** Adds a change and answers with its number. */
export async function addChange(db: Queryable, values: typeof changes.$inferInsert): Promise<number> {
  const [row] = await db.insert(changes).values(values).returning({ id: changes.id });
  if (!row) throw new Error('a change was not stored');
  return row.id;
}
