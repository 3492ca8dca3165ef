import type { Database } from '../data/client';
import type { Person } from '../data/people';
import { now } from './clock';
import { currentUser } from './currentUser';
import { currentShop, type CurrentShop } from './shop';

/** What every request and every page works with: where things are stored, who asks, for which shop, and when. */
export type Context = {
  db: Database;
  person: Person;
  /** Everybody who may stand at the bench. */
  people: Person[];
  shop: CurrentShop;
  /** The moment of the request; one for all that it does. */
  now: Date;
};

/** The context of a request by who its cookie says stands at the bench. */
export async function contextOf(db: Database, cookie: string | undefined): Promise<Context> {
  const [{ person, people }, shop] = await Promise.all([currentUser(db, cookie), currentShop(db)]);
  return { db, person, people, shop, now: now() };
}

/** The same for work that no request asked for, such as loading a demo: under a name and at a moment of its own. */
export async function contextAs(db: Database, name: string, moment: Date = now()): Promise<Context> {
  const { people } = await currentUser(db, undefined);
  const person = people.find((one) => one.name === name) ?? { id: 0, name, units: 'metric', theme: 'auto' };
  return { db, person, people, shop: await currentShop(db), now: moment };
}
