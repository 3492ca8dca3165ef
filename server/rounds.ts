import { MADE_ID } from '../core/format/log';
import type { KeptRound } from '../core/format/keptRound';
import type { PhotoMeasurement } from '../core/photogrammetry/measure';
import type { Queryable } from '../data/client';
import { vehicleById } from '../data/documents';
import {
  addRound,
  addRoundPicture,
  deleteRound,
  heldPictures,
  roundById,
  roundByKey,
  roundPictureBytes,
  roundsOfVehicle,
  writeRound,
  type RoundRow,
} from '../data/rounds';
import type { RoundDocument } from '../data/wellTables';
import { conflict, done, faulty, missing, type Outcome } from './errors';
import { inThread } from './judge/pool';
import { encoded } from './photos';
import type { Actor } from './versioned';

/** A kept round in a list. */
export type RoundLine = Omit<Awaited<ReturnType<typeof roundsOfVehicle>>[number], 'at'> & { at: string };
/** A kept round, whole: enough to compute it again, and to draw into its pictures at once. */
export type RoundWhole = RoundDocument & {
  id: number;
  key: string;
  version: number;
  person: string;
  at: string;
  measured: PhotoMeasurement;
  /** Which of its pictures are here; the others wait on the device that took them. */
  held: string[];
};

export async function listRounds(db: Queryable, vehicleId: number): Promise<RoundLine[]> {
  const rows = await roundsOfVehicle(db, vehicleId);
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }));
}

export async function wholeRound(db: Queryable, id: number): Promise<Outcome<RoundWhole>> {
  const row = await roundById(db, id);
  if (!row) return missing('photo round');
  const { document, key, version, measured, person, at } = row;
  const held = (await heldPictures(db, id)).map((one) => one.id);
  return done({ ...document, id, key, version, measured, person, at: at.toISOString(), held });
}

export type KeptAs = { id: number; version: number };
const keptAs = ({ id, version }: RoundRow): KeptAs => ({ id, version });

/**
 * Keeps a round with its vehicle, measured once more here from its sightings. One that is sent twice stands once; one that was added
 * to takes the place of the version it was made on. Its pictures follow.
 */
export async function keepRound(
  { db, person }: Pick<Actor, 'db' | 'person'>,
  vehicleId: number,
  { key, version, ...document }: KeptRound,
): Promise<Outcome<KeptAs>> {
  if (!(await vehicleById(db, vehicleId))) return missing('vehicle');
  const row = await roundByKey(db, key);
  if (row && row.vehicleId !== vehicleId)
    return faulty([{ path: 'key', message: 'is that of a round of another vehicle; begin a new round' }]);
  if (row && JSON.stringify(row.document) === JSON.stringify(document)) return done(keptAs(row));
  if (row && row.version !== version) return conflict('The round was', keptAs(row));
  const answer = await inThread('photoRound', document);
  if (!answer.ok) return faulty(answer.faults);
  const round = { document, measured: answer.value, person: person.name };
  const written = row
    ? await writeRound(db, row.id, version, round)
    : await addRound(db, { key, vehicleId, ...round });
  if (written) return done(keptAs(written));
  // The same was sent twice at one moment, or somebody was faster.
  const now = await roundByKey(db, key);
  if (!now) return missing('photo round');
  return JSON.stringify(now.document) === JSON.stringify(document)
    ? done(keptAs(now))
    : conflict('The round was', keptAs(now));
}

/** Keeps a picture of a round: as the sensor has it, at most 2048 px long, without place, camera or time. JPEG and PNG only. */
export async function keepRoundPicture(
  db: Queryable,
  roundId: number,
  id: string,
  bytes: Buffer,
): Promise<Outcome<{ id: string }>> {
  const row = await roundById(db, roundId);
  if (!row) return missing('photo round');
  if (!MADE_ID.test(id) || !row.document.pictures.some((one) => one.id === id))
    return faulty([{ path: 'picture', message: 'is none of this round; send the round first' }]);
  const made = await encoded(bytes, false);
  if (typeof made === 'string') return faulty([{ path: 'picture', message: made }]);
  await addRoundPicture(db, { roundId, id, jpeg: made.large.data, small: made.small.data });
  return done({ id });
}

export const roundPicture = (
  db: Queryable,
  roundId: number,
  id: string,
  small: boolean,
): Promise<Buffer | undefined> => roundPictureBytes(db, roundId, id, small);

/** Takes a round out with its pictures. What was taken over from it stays where it is. */
export async function removeRound(db: Queryable, id: number): Promise<Outcome<null>> {
  if (!(await roundById(db, id))) return missing('photo round');
  await deleteRound(db, id);
  return done(null);
}
