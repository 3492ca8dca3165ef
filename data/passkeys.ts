import { and, asc, eq, isNotNull, lt, or } from 'drizzle-orm';
import type { Queryable } from './client';
import { passkeys, people, verifications } from './tables';

export type PasskeyRow = typeof passkeys.$inferSelect;

export async function addPasskey(
  db: Queryable,
  key: Omit<typeof passkeys.$inferInsert, 'shopId'>,
): Promise<PasskeyRow | undefined> {
  const [row] = await db.insert(passkeys).values(key).onConflictDoNothing().returning();
  return row;
}

export function passkeysOf(db: Queryable, personId: number): Promise<PasskeyRow[]> {
  return db.select().from(passkeys).where(eq(passkeys.personId, personId)).orderBy(asc(passkeys.id));
}

/** A passkey by the name that its device has for it, and whose it is, in any shop; of those who work there still. */
export async function passkeyCalled(everyShop: Queryable, credential: string) {
  const [row] = await everyShop
    .select({ key: passkeys, name: people.name, userId: people.userId })
    .from(passkeys)
    .innerJoin(people, eq(people.id, passkeys.personId))
    .where(and(eq(passkeys.credential, credential), people.active, isNotNull(people.userId)));
  return row;
}

/** Notes that a passkey signed; false where another use that counts as far was noted before. */
export async function notePasskeyUsed(
  db: Queryable,
  id: number,
  { counter, usedAt }: Pick<PasskeyRow, 'counter'> & { usedAt: Date },
): Promise<boolean> {
  const rows = await db
    .update(passkeys)
    .set({ counter, usedAt })
    .where(and(eq(passkeys.id, id), or(lt(passkeys.counter, counter), eq(passkeys.counter, 0))))
    .returning({ id: passkeys.id });
  return rows.length > 0;
}

export async function dropPasskey(
  db: Queryable,
  personId: number,
  id: number,
): Promise<PasskeyRow | undefined> {
  const [row] = await db
    .delete(passkeys)
    .where(and(eq(passkeys.id, id), eq(passkeys.personId, personId)))
    .returning();
  return row;
}

export async function dropPasskeysOf(db: Queryable, personId: number): Promise<void> {
  await db.delete(passkeys).where(eq(passkeys.personId, personId));
}

/** Notes that a challenge was answered; false where it was before. Those that ended are forgotten. */
export async function spendChallenge(
  everyShop: Queryable,
  challenge: string,
  expiresAt: Date,
  at: Date,
): Promise<boolean> {
  const rows = await everyShop
    .insert(verifications)
    .values({ id: challenge, identifier: SPENT, value: '', expiresAt })
    .onConflictDoNothing()
    .returning({ id: verifications.id });
  await everyShop
    .delete(verifications)
    .where(and(eq(verifications.identifier, SPENT), lt(verifications.expiresAt, at)));
  return rows.length > 0;
}
const SPENT = 'passkey challenge';
