import { and, desc, eq, sql } from 'drizzle-orm';
import type { AxleName } from '../core/format/names';
import type { Side } from '../core/format/names';
import type { PhotoMeasurement } from '../core/photogrammetry/measure';
import type { Queryable } from './client';
import { photoRounds, roundPictures, type RoundDocument } from './wellTables';

export type RoundRow = typeof photoRounds.$inferSelect;

/** The rounds of a vehicle, newest first; of each only what a list says, picked out by the database. */
export function roundsOfVehicle(db: Queryable, vehicleId: number) {
  const { document, measured } = photoRounds;
  return db
    .select({
      id: photoRounds.id,
      axle: sql<AxleName>`${document}->>'axle'`,
      side: sql<Side>`${document}->'round'->>'side'`,
      simulated: sql<boolean>`(${document}->>'simulated')::boolean`,
      pictures: sql<number>`json_array_length(${document}->'pictures')`,
      points: sql<number>`json_array_length(${measured}->'points')`,
      person: photoRounds.person,
      at: photoRounds.at,
    })
    .from(photoRounds)
    .where(eq(photoRounds.vehicleId, vehicleId))
    .orderBy(desc(photoRounds.id));
}

export async function roundById(db: Queryable, id: number): Promise<RoundRow | undefined> {
  const [row] = await db.select().from(photoRounds).where(eq(photoRounds.id, id));
  return row;
}

export async function roundByKey(db: Queryable, key: string): Promise<RoundRow | undefined> {
  const [row] = await db.select().from(photoRounds).where(eq(photoRounds.key, key));
  return row;
}

type NewRound = {
  key: string;
  vehicleId: number;
  document: RoundDocument;
  measured: PhotoMeasurement;
  person: string;
};

/** Stores a round that is new; undefined where one of its key came in meanwhile. */
export async function addRound(db: Queryable, round: NewRound): Promise<RoundRow | undefined> {
  const [row] = await db.insert(photoRounds).values(round).onConflictDoNothing().returning();
  return row;
}

/** Puts another state of a round in the place of that of a version; undefined where it moved on. */
export async function writeRound(
  db: Queryable,
  id: number,
  version: number,
  round: Pick<NewRound, 'document' | 'measured' | 'person'>,
): Promise<RoundRow | undefined> {
  const [row] = await db
    .update(photoRounds)
    .set({ ...round, version: version + 1, at: sql`now()` })
    .where(and(eq(photoRounds.id, id), eq(photoRounds.version, version)))
    .returning();
  return row;
}

/** What the rounds said of parts that had been read otherwise; drawn pictures teach nothing. */
export function roundsHeldAgainst(db: Queryable) {
  const { document } = photoRounds;
  return db
    .select({ against: sql<RoundDocument['against']>`${document}->'against'` })
    .from(photoRounds)
    .where(sql`${document}->>'simulated' = 'false'`)
    .orderBy(photoRounds.id);
}

export async function deleteRound(db: Queryable, id: number): Promise<void> {
  await db.delete(photoRounds).where(eq(photoRounds.id, id));
}

export async function addRoundPicture(db: Queryable, row: typeof roundPictures.$inferInsert): Promise<void> {
  await db.insert(roundPictures).values(row).onConflictDoNothing();
}

/** Which pictures of some rounds are here. */
export function heldPictures(db: Queryable, roundId: number): Promise<{ id: string }[]> {
  return db.select({ id: roundPictures.id }).from(roundPictures).where(eq(roundPictures.roundId, roundId));
}

export async function roundPictureBytes(
  db: Queryable,
  roundId: number,
  id: string,
  small: boolean,
): Promise<Buffer | undefined> {
  const [row] = await db
    .select({ bytes: small ? roundPictures.small : roundPictures.jpeg })
    .from(roundPictures)
    .where(and(eq(roundPictures.roundId, roundId), eq(roundPictures.id, id)));
  return row?.bytes;
}
