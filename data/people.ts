import { asc, eq } from 'drizzle-orm';
import type { Queryable } from './client';
import { people } from './schema';

export type Person = typeof people.$inferSelect;

export function allPeople(db: Queryable): Promise<Person[]> {
  return db.select().from(people).orderBy(asc(people.id));
}

export async function setPreferences(
  db: Queryable,
  id: number,
  preferences: Partial<Pick<Person, 'units' | 'theme'>>,
): Promise<Person | undefined> {
  const [person] = await db.update(people).set(preferences).where(eq(people.id, id)).returning();
  return person;
}

export async function ensurePerson(db: Queryable, name: string): Promise<void> {
  await db.insert(people).values({ name }).onConflictDoNothing();
}
