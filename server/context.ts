import type { Database } from '../data/client';
import { allPeople, signsIn, type Person } from '../data/people';
import { OUTSIDE } from './accounts/auth';
import type { SignedIn } from './accounts/sessions';
import { now } from './clock';
import { currentShop, type CurrentShop } from './shop';

/** What every request and every page works with: where things are stored, who asks, for which shop, and when. */
export type Context = {
  db: Database;
  person: Person;
  /** The session that the request carries; null where it carries none that has not ended. */
  signedIn: SignedIn | null;
  /** Everybody of the shop, those who left too. */
  people: Person[];
  /** Nobody has a password yet: whoever reaches the shop comes in by one press. */
  open: boolean;
  shop: CurrentShop;
  /** The moment of the request; one for all that it does. */
  now: Date;
  /** By which address people reach the shop: as it was set, else as this request came. */
  origin: string;
  /** Where the request came from. */
  address: string;
  /** What of the request sign-in looks at. */
  sender: Headers;
};

/** Whoever has not signed in, and work that nobody asked for: sees nothing, has no preferences. */
const nobody = (name = 'Vexlo'): Person => ({
  id: 0,
  name,
  units: 'metric',
  theme: 'auto',
  role: 'viewer',
  active: false,
  password: false,
  digits: false,
});

/** The context of a request. */
export async function contextOf(
  db: Database,
  sender: Headers,
  address: string,
  origin: string,
  signedIn: SignedIn | null,
): Promise<Context> {
  const [people, shop] = await Promise.all([allPeople(db), currentShop(db)]);
  const person = people.find(({ id }) => id === signedIn?.personId) ?? nobody();
  const open = !people.some(signsIn);
  return { db, person, signedIn, people, open, shop, now: now(), origin: OUTSIDE || origin, address, sender };
}

/** The same for work that no request asked for, such as loading a demo: under a name and at a moment of its own. */
export async function contextAs(db: Database, name: string, moment: Date = now()): Promise<Context> {
  const people = await allPeople(db);
  return {
    db,
    person: people.find((one) => one.name === name) ?? nobody(name),
    signedIn: null,
    people,
    open: false,
    shop: await currentShop(db),
    now: moment,
    origin: OUTSIDE || 'http://localhost',
    address: '',
    sender: new Headers(),
  };
}
