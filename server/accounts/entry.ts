import { createHash, randomBytes } from 'node:crypto';
import { addDays } from 'date-fns';
import { hashPassword } from 'better-auth/crypto';
import { signInName } from '../../core/people/rights';
import { transaction } from '../../data/client';
import { addLink, changePerson, linkOf, signsIn, useLink, waysIn, type Person } from '../../data/people';
import { dropPasskeysOf } from '../../data/passkeys';
import type { Context } from '../context';
import { done, missing, refused, type Outcome } from '../errors';
import { authOf } from './auth';
import { noteDeed } from './deeds';

/** How long a link opens: over a weekend, and a day to spare. */
const LINK_DAYS = 4;

/** 192 bits: nobody comes upon one. */
export const newSecret = (): string => randomBytes(24).toString('base64url');
/** What is kept of a secret that was told once. */
export const hashOfSecret = (secret: string): string => createHash('sha256').update(secret).digest('hex');

/** Where people of a shop are looked for. */
export type Door = Pick<Context, 'db' | 'shopId' | 'shops'>;

/** What somebody signs in as: people of two shops may have one name. */
export const userName = (shopId: number | null, name: string): string =>
  `${shopId ?? ''}/${signInName(name)}`;

/** The user that a person signs in as; made when it is first asked for. Asked for twice it is one. */
export async function userOf(
  { db, shopId, shops }: Door,
  person: { id: number; name: string },
): Promise<string> {
  const known = (await waysIn(db, person.id))?.userId;
  if (known) return known;
  const { internalAdapter, adapter } = await authOf(shops).$context;
  const username = userName(shopId, person.name);
  const there = () =>
    adapter.findOne<{ id: string }>({ model: 'user', where: [{ field: 'username', value: username }] });
  const make = () =>
    internalAdapter.createUser(
      {
        name: person.name,
        email: `person-${person.id}@people.invalid`,
        emailVerified: false,
        username,
      },
      { method: 'admin' },
    );
  const user =
    // One that a load that was cut short left.
    (await there()) ??
    // Two devices that come as one person at the same moment make one of them: the database refuses the other.
    (await make().catch(async (error: unknown) => {
      const others = await there();
      if (!others) throw error;
      return others;
    }));
  await changePerson(db, person.id, { userId: user.id });
  return user.id;
}

/** Sets the password of a person, over the one before; every session of theirs ends. */
export async function setPassword(
  door: Door,
  person: { id: number; name: string },
  password: string,
): Promise<string> {
  const userId = await userOf(door, person);
  const { internalAdapter } = await authOf(door.shops).$context;
  const hash = await hashPassword(password);
  const own = (await internalAdapter.findAccounts(userId)).some(
    ({ providerId }) => providerId === 'credential',
  );
  if (own) await internalAdapter.updatePassword(userId, hash);
  else
    await internalAdapter.linkAccount({
      userId,
      providerId: 'credential',
      accountId: userId,
      password: hash,
    });
  await internalAdapter.deleteUserSessions(userId);
  return userId;
}

/** A link by which a person sets a password. The secret is told once, to whoever asked for it, and kept nowhere. */
export async function makeLink(
  ctx: Context,
  person: { id: number; name: string },
): Promise<{ secret: string; expiresAt: string }> {
  const secret = newSecret();
  const expiresAt = addDays(ctx.now, LINK_DAYS);
  await transaction(ctx.db, async (tx) => {
    await addLink(tx, {
      personId: person.id,
      secretHash: hashOfSecret(secret),
      madeBy: ctx.person.name,
      madeAt: ctx.now,
      expiresAt,
    });
    await noteDeed(ctx, 'made a link', person.name, tx);
  });
  return { secret, expiresAt: expiresAt.toISOString() };
}

const ENDED =
  'This link opens nothing: it was used, has ended, or a newer one was made. Ask the owner for another.';

/** Whom a link is for. */
export async function whoseLink(
  ctx: Context,
  secret: string,
): Promise<Outcome<{ name: string; role: string }>> {
  const link = await linkOf(ctx.shops.everyShop, hashOfSecret(secret), ctx.now);
  return link ? done({ name: link.name, role: link.role }) : refused({ status: 403, message: ENDED });
}

/** Sets the password that a link was made for, once; answers whose it is, in their shop. */
export async function enterByLink(
  outside: Context,
  secret: string,
  password: string,
): Promise<Outcome<{ ctx: Context; person: { id: number; name: string; userId: string } }>> {
  const link = await linkOf(outside.shops.everyShop, hashOfSecret(secret), outside.now);
  if (!link) return refused({ status: 403, message: ENDED });
  const ctx = await outside.within(link.shopId);
  if (!(await useLink(ctx.db, link.id, ctx.now))) return refused({ status: 403, message: ENDED });
  const person = { id: link.personId, name: link.name };
  const userId = await setPassword(ctx, person, password);
  // Whoever asked for a link may have lost the device that held them.
  await dropPasskeysOf(ctx.db, person.id);
  await noteDeed({ ...ctx, person }, 'set a password', 'by a link');
  return done({ ctx, person: { ...person, userId } });
}

/** Whether somebody could still come in as the owner if this person were not: refuses what would lock everybody out. */
export function refuseLastOwner({ people }: Pick<Context, 'people'>, id: number): Outcome<null> {
  const comes = (one: Person): boolean => one.role === 'owner' && signsIn(one);
  const person = people.find((one) => one.id === id);
  if (!person) return missing('person');
  if (comes(person) && people.filter(comes).length < 2)
    return refused({
      status: 403,
      message: `${person.name} is the only owner who can sign in. Make somebody else an owner first, with a password.`,
    });
  return done(null);
}
