import { z } from 'zod';
import type { Queryable } from '../data/client';
import { allPeople, setPreferences, type Person } from '../data/people';
import { done, missing, type Outcome } from './errors';

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

export const preferencesBody = z
  .strictObject({
    units: z.enum(['metric', 'inch']).optional(),
    theme: z.enum(['auto', 'light', 'dark']).optional(),
  })
  .refine((given) => Object.keys(given).length > 0, { error: 'is empty; give units or theme' });

/** Remembers how a person wants to read. */
export async function changePreferences(
  db: Queryable,
  id: number,
  preferences: z.output<typeof preferencesBody>,
): Promise<Outcome<Person>> {
  const person = await setPreferences(db, id, preferences);
  return person ? done(person) : missing('person');
}
