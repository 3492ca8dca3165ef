import { eq, sql } from 'drizzle-orm';
import type { Queryable } from './client';
import { lessonsDone } from './schema';

export type LessonDone = { lesson: string; tries: number; passed: boolean };

export async function lessonsOf(db: Queryable, person: string): Promise<LessonDone[]> {
  const rows = await db.select().from(lessonsDone).where(eq(lessonsDone.person, person));
  return rows.map(({ lesson, tries, passedAt }) => ({ lesson, tries, passed: passedAt !== null }));
}

/** One more try, passed at that moment or not at all; when it was first passed stays. */
export async function noteLesson(
  db: Queryable,
  person: string,
  lesson: string,
  passedAt: Date | null,
): Promise<void> {
  await db
    .insert(lessonsDone)
    .values({ person, lesson, tries: 1, passedAt })
    .onConflictDoUpdate({
      target: [lessonsDone.shopId, lessonsDone.person, lessonsDone.lesson],
      set: {
        tries: sql`${lessonsDone.tries} + 1`,
        passedAt: sql`coalesce(${lessonsDone.passedAt}, excluded.passed_at)`,
      },
    });
}
