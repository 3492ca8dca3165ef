import { DEEDS, type Deed } from '../../core/people/deeds';
import type { Queryable } from '../../data/client';
import { addDeed, deeds } from '../../data/people';
import { csvOf } from '../../formats/csvText';
import type { Context } from '../context';

/** Writes down what was done, by whom and from where. */
export const noteDeed = (
  { db, address, now, person }: Pick<Context, 'db' | 'address' | 'now'> & { person: { name: string } },
  deed: Deed,
  about = '',
  through: Queryable = db,
): Promise<void> => addDeed(through, { at: now, person: person.name, deed, about, address });

/** As many are read at once; a file has all of them. */
export const SHOWN_DEEDS = 200;
const ALL = 1_000_000;

/** All that was written down, for the owner to keep, as CSV. */
export async function deedsCsv(db: Queryable): Promise<string> {
  const rows = await deeds(db, ALL);
  return csvOf([
    ['at', 'who', 'did', 'about', 'from'],
    ...rows.map(({ at, person, deed, about, address }) => [
      at.toISOString(),
      person,
      DEEDS[deed],
      about,
      address,
    ]),
  ]);
}
