import { and, asc, desc, eq, gt, isNull, sql } from 'drizzle-orm';
import type { Deed } from '../core/people/deeds';
import type { Role } from '../core/people/rights';
import type { Queryable } from './client';
import { audit, entryLinks, people, sessions } from './tables';

/** Somebody of the shop; whether they can come in by a password or by digits, never which. */
export type Person = {
  id: number;
  name: string;
  units: 'metric' | 'inch';
  theme: 'auto' | 'light' | 'dark';
  role: Role;
  active: boolean;
  password: boolean;
  digits: boolean;
};

const columns = {
  id: people.id,
  name: people.name,
  units: people.units,
  theme: people.theme,
  role: people.role,
  active: people.active,
  digits: sql<boolean>`${people.digits} is not null`,
  // Spelled out: within a selection a table's columns stand without its name.
  password: sql<boolean>`exists (select 1 from "accounts" a where a."user_id" = "people"."user_id" and a."password" is not null)`,
};

export function allPeople(db: Queryable): Promise<Person[]> {
  return db.select(columns).from(people).orderBy(asc(people.id));
}

/** Whether somebody could come in by a password. */
export const signsIn = ({ password, active }: Pick<Person, 'password' | 'active'>): boolean =>
  password && active;

/** How a person comes in: their user and the hash of their digits. */
export async function waysIn(db: Queryable, id: number) {
  const [row] = await db
    .select({ userId: people.userId, digits: people.digits })
    .from(people)
    .where(eq(people.id, id));
  return row;
}

export type Session = typeof sessions.$inferSelect;
/**
 * What a reader of the database sees now, as PostgreSQL itself names it: two readers with the same snapshot see the same data, and
 * every committed change makes another one.
 */
export const currentSnapshot = sql<string>`pg_current_snapshot()::text`;
/**
 * Whose session a token is of, and of which shop, where it has not ended and they work here still. By the database's clock, as its end was written:
 * a server may live on another day.
 */
export async function sessionOf(db: Queryable, token: string) {
  const [row] = await db
    .select({
      shopId: people.shopId,
      personId: people.id,
      id: sessions.id,
      token: sessions.token,
      by: sessions.by,
      // What was committed when it was asked: a page that was drawn since needs no question of its own.
      seen: currentSnapshot,
    })
    .from(sessions)
    .innerJoin(people, eq(people.userId, sessions.userId))
    .where(and(eq(sessions.token, token), gt(sessions.expiresAt, sql`now()`), people.active));
  return row;
}

/** The sessions of a person that have not ended, the newest first. */
export function sessionsOf(db: Queryable, personId: number) {
  return db
    .select({
      id: sessions.id,
      token: sessions.token,
      by: sessions.by,
      createdAt: sessions.createdAt,
      address: sessions.ipAddress,
      browser: sessions.userAgent,
    })
    .from(sessions)
    .innerJoin(people, eq(people.userId, sessions.userId))
    .where(and(eq(people.id, personId), gt(sessions.expiresAt, sql`now()`)))
    .orderBy(desc(sessions.createdAt));
}

/** Changes what a person is or has; undefined where there is none of that number. */
export async function changePerson(
  db: Queryable,
  id: number,
  change: Partial<typeof people.$inferInsert>,
): Promise<Person | undefined> {
  const [row] = await db.update(people).set(change).where(eq(people.id, id)).returning({ id: people.id });
  if (!row) return undefined;
  const [person] = await db.select(columns).from(people).where(eq(people.id, id));
  return person;
}

/** One more person; undefined where somebody has that name. */
export async function addPerson(
  db: Queryable,
  name: string,
  role: Role,
): Promise<{ id: number } | undefined> {
  const [row] = await db
    .insert(people)
    .values({ name, role })
    .onConflictDoNothing()
    .returning({ id: people.id });
  return row;
}

export async function addLink(db: Queryable, link: typeof entryLinks.$inferInsert): Promise<void> {
  // The one before it opens nothing from now on.
  await db
    .update(entryLinks)
    .set({ usedAt: link.madeAt ?? sql`now()` })
    .where(and(eq(entryLinks.personId, link.personId), isNull(entryLinks.usedAt)));
  await db.insert(entryLinks).values(link);
}

/** Whose link a secret opens, where it was not used and has not ended. */
export async function linkOf(db: Queryable, secretHash: string, at: Date) {
  const [row] = await db
    .select({
      id: entryLinks.id,
      shopId: people.shopId,
      personId: people.id,
      name: people.name,
      role: people.role,
    })
    .from(entryLinks)
    .innerJoin(people, eq(people.id, entryLinks.personId))
    .where(
      and(
        eq(entryLinks.secretHash, secretHash),
        isNull(entryLinks.usedAt),
        gt(entryLinks.expiresAt, at),
        people.active,
      ),
    );
  return row;
}

/** Takes a link for used; false where somebody else was first. */
export async function useLink(db: Queryable, id: number, at: Date): Promise<boolean> {
  const rows = await db
    .update(entryLinks)
    .set({ usedAt: at })
    .where(and(eq(entryLinks.id, id), isNull(entryLinks.usedAt)))
    .returning({ id: entryLinks.id });
  return rows.length > 0;
}

export async function addDeed(
  db: Queryable,
  deed: { at: Date; person: string; deed: Deed; about: string; address: string },
): Promise<void> {
  await db.insert(audit).values(deed);
}

export type DeedRow = Omit<typeof audit.$inferSelect, 'shopId'>;
/** What was written down, the newest first. */
export function deeds(db: Queryable, most: number): Promise<DeedRow[]> {
  const { id, at, person, deed, about, address } = audit;
  return db.select({ id, at, person, deed, about, address }).from(audit).orderBy(desc(audit.id)).limit(most);
}
