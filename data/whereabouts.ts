import { and, asc, eq, lt, sql } from 'drizzle-orm';
import type { Where } from '../core/format/where';
import { GONE_S, type Whereabouts } from '../core/people/whereabouts';
import type { Queryable } from './client';
import { whereabouts } from './tables';

/** By the database's own clock: of two servers, one may be late. */
const NOW = sql`now()`;
const GONE = sql`now() - make_interval(secs => ${GONE_S})`;

/** Keeps where somebody is now; whoever is on the same job is told, by a trigger, where that is another place than before. */
export async function noteWhere(
  db: Queryable,
  jobId: number,
  person: string,
  { leaf, ...where }: Where,
): Promise<void> {
  const { page, field, jobId: job, leaf: leafNow, person: who, at } = whereabouts;
  if (leaf === null) await db.delete(whereabouts).where(eq(page, where.page));
  else {
    const [still] = await db
      .update(whereabouts)
      .set({ at: NOW })
      .where(
        and(eq(page, where.page), eq(job, jobId), eq(who, person), eq(leafNow, leaf), eq(field, where.field)),
      )
      .returning({ page });
    if (still) return;
    const row = { ...where, jobId, leaf, person, at: NOW };
    await db.delete(whereabouts).where(lt(at, GONE));
    await db
      .insert(whereabouts)
      .values(row)
      .onConflictDoUpdate({ target: [whereabouts.shopId, page], set: row });
  }
}

/** Who is on a job now, in the order of their names. */
export function whereaboutsOf(db: Queryable, jobId: number): Promise<Whereabouts[]> {
  const { page, person, leaf, field, label, at } = whereabouts;
  return db
    .select({ page, person, leaf, field, label })
    .from(whereabouts)
    .where(and(eq(whereabouts.jobId, jobId), sql`${at} >= ${GONE}`))
    .orderBy(asc(person), asc(page));
}
