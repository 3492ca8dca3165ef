import { z } from 'zod';
import { faultsOf } from '../core/format/fields';
import type { Queryable } from '../data/client';
import { allPeople, setPreferences, type Person } from '../data/people';
import { done, faulty, missing, type Outcome } from './errors';

export const PERSON_COOKIE = 'vexlo-person';

const NOBODY: Person = { id: 0, name: 'Vexlo', units: 'metric', theme: 'auto' };

/** Who stands at the bench: the person in the cookie, else the first of the shop. */
export async function currentUser(
  db: Queryable,
  cookie: string | undefined,
): Promise<{ person: Person; people: Person[] }> {
  const people = await allPeople(db);
  const person = people.find(({ id }) => id === Number(cookie)) ?? people[0] ?? NOBODY;
  return { person, people };
}

/** The name that the cookies of a request say stands at the bench. */
export async function personOf(
  db: Queryable,
  cookies: { get: (name: string) => { value: string } | undefined },
): Promise<string> {
  return (await currentUser(db, cookies.get(PERSON_COOKIE)?.value)).person.name;
}

const preferences = z.strictObject({
  units: z.enum(['metric', 'inch']).optional(),
  theme: z.enum(['auto', 'light', 'dark']).optional(),
});

export async function changePreferences(db: Queryable, id: number, body: unknown): Promise<Outcome<Person>> {
  const read = preferences.safeParse(body);
  if (!read.success) return faulty(faultsOf(preferences, read.error.issues));
  const person = await setPreferences(db, id, read.data);
  return person ? done(person) : missing('person');
}
