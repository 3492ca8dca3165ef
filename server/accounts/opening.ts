import { z } from 'zod';
import { words } from '../../core/format/fields';
import { shownName, signInName } from '../../core/people/rights';
import { addPerson, allPeople, changePerson, signsIn } from '../../data/people';
import { openShop, shopsThere } from '../../data/shop';
import type { Shops } from '../context';
import { passwordField } from '../people';
import { setPassword } from './entry';

export const openingBody = z.strictObject({
  /** Where there is no shop yet. */
  shop: words(80, 1).optional(),
  place: words(80).optional(),
  name: words(60, 1),
  password: passwordField,
});

/** Margin that a shop begins with, mm: what the tape and the bushings take. */
export const MARGIN_MM = 10;

/**
 * Opens a shop where there is none, and makes somebody its owner, with a password. In a shop that is there, its owner gets the
 * password; undefined where somebody has one already: then only who is signed in says who comes in.
 */
export async function openWithOwner(
  shops: Shops,
  { shop, place, name: typed, password }: z.output<typeof openingBody>,
): Promise<{ shopId: number; person: { id: number; name: string; userId: string } } | undefined> {
  const there = await shopsThere(shops.everyShop);
  // Whoever runs the machine opens one more: command/shop.
  if (there.length > 1) return undefined;
  const shopId =
    there[0]?.id ??
    (await openShop(shops.everyShop, shop ?? 'A shop', { marginMm: MARGIN_MM, place: place ?? '' }));
  if (shopId === undefined) return undefined;
  const db = shops.ofShop(shopId);
  const people = await allPeople(db);
  if (people.some(signsIn)) return undefined;
  // As it signs in: one who is there is not made twice for a capital or a space.
  const known = people.find((one) => signInName(one.name) === signInName(typed));
  const name = known?.name ?? shownName(typed);
  const id = known?.id ?? (await addPerson(db, name, 'owner'))?.id;
  if (id === undefined) return undefined;
  await changePerson(db, id, { role: 'owner', active: true });
  return {
    shopId,
    person: { id, name, userId: await setPassword({ db, shopId, shops }, { id, name }, password) },
  };
}
