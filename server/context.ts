import type { Connection, Database } from '../data/client';
import { allPeople, signsIn, type Person } from '../data/people';
import { shopsThere } from '../data/shop';
import { OUTSIDE } from './accounts/auth';
import type { SignedIn } from './accounts/sessions';
import { now } from './clock';
import { remember } from './remember';
import { currentShop, type CurrentShop } from './shop';

/** What every request and every page works with: where things are stored, who asks, for which shop, and when. */
export type Context = {
  /** The rows of the shop that the request is of, and of no other. */
  db: Database;
  /** Of which shop whoever asks is; null where that is not known yet. */
  shopId: number | null;
  /** Whoever is at the door says which shop is theirs: there are several. */
  several: boolean;
  /** Every shop of the database: for who stands at the door, and nobody else. */
  shops: Shops;
  /** The same request, as one of a shop: of whoever came in by name, or by a link. */
  within: (shopId: number) => Promise<Context>;
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

/** The shops of a database, as handles. */
export type Shops = Pick<Connection, 'ofShop' | 'everyShop'>;

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

/** Serial numbers begin at 1: a handle that sees nothing. */
const NO_SHOP = 0;

/** Whose the database is where it has one shop; undefined where it has none or several. */
export async function onlyShop({ everyShop }: Pick<Shops, 'everyShop'>): Promise<number | undefined> {
  const all = await shopsThere(everyShop);
  return all.length === 1 ? all[0]?.id : undefined;
}

/** Everybody of a shop and its settings: what every request starts from. */
type OfShop = Pick<Context, 'people' | 'shop'>;

async function ofShop(db: Database): Promise<OfShop> {
  const [people, shop] = await Promise.all([allPeople(db), currentShop(db)]);
  return { people, shop };
}

/** By shop and snapshot; a shop of thirty people is some 10 kB. */
const MOST_KEPT = 50;
const keptOf = new WeakMap<Shops, ReturnType<typeof remember<OfShop>>>();

/** The same, kept for whoever reads what the one before read: between two changes a shop is asked about once. */
function ofShopSeen(shops: Shops, shopId: number, seen: string): Promise<OfShop> {
  const kept = keptOf.get(shops) ?? remember<OfShop>(MOST_KEPT);
  keptOf.set(shops, kept);
  return kept(`${shopId} ${seen}`, () => ofShop(shops.ofShop(shopId)));
}

/** A request as it reached the server. */
export type Caller = Pick<Context, 'sender' | 'address' | 'origin' | 'signedIn'>;

/** The context of a request: of the shop of whoever is signed in, else of the one shop that there is. */
export async function contextOf(shops: Shops, caller: Caller, moment = now()): Promise<Context> {
  const { signedIn } = caller;
  const program = signedIn?.program;
  const there = signedIn ? [] : await shopsThere(shops.everyShop);
  const several = there.length > 1;
  const within = async (shopId: number | null, seen?: string): Promise<Context> => {
    const db = shops.ofShop(shopId ?? NO_SHOP);
    const { people, shop } = await (seen === undefined || shopId === null
      ? ofShop(db)
      : ofShopSeen(shops, shopId, seen));
    return {
      ...caller,
      db,
      shopId,
      shops,
      // What was seen when the request began may have been changed by it since.
      within: (other) => within(other),
      people,
      shop,
      person: program
        ? { ...nobody(program.name), role: program.role, active: true }
        : (people.find(({ id }) => id === signedIn?.personId) ?? nobody()),
      several,
      // Of several shops, none is open to whoever comes.
      open: !several && !people.some(signsIn),
      now: moment,
      origin: OUTSIDE || caller.origin,
    };
  };
  return within(signedIn?.shopId ?? (several ? null : (there[0]?.id ?? null)), signedIn?.seen);
}

/** The same for work that no request asked for, such as loading a demo: under a name and at a moment of its own. */
export async function contextAs(
  shops: Shops,
  shopId: number,
  name: string,
  moment: Date = now(),
): Promise<Context> {
  const caller = { sender: new Headers(), address: '', origin: 'http://localhost', signedIn: null };
  const context = await (await contextOf(shops, caller, moment)).within(shopId);
  return {
    ...context,
    person: context.people.find((one) => one.name === name) ?? nobody(name),
    open: false,
  };
}
