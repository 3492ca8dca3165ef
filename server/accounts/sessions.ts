import { z } from 'zod';
import { words } from '../../core/format/fields';
import { hashPassword, verifyPassword } from 'better-auth/crypto';
import { signInName, type Role } from '../../core/people/rights';
import { changePerson, sessionOf, sessionsOf, waysIn, type Person } from '../../data/people';
import { shopCalled } from '../../data/shop';
import { triedField } from '../people';
import { onlyShop, type Context, type Shops } from '../context';
import { answer } from '../endpoint';
import { done, missing, refused, type Outcome, type Refusal } from '../errors';
import { ADDRESS_HEADER, authOf } from './auth';
import { noteDeed } from './deeds';
import { setPassword, userName, userOf } from './entry';
import { openWithOwner, type openingBody } from './opening';
import { counted } from './tries';
import { REACHED } from '../standing';

type OwnSession = NonNullable<Awaited<ReturnType<typeof sessionOf>>>;
/** A session as its request carries it, and whose it is; or a program that was let in, which is no person. */
export type SignedIn = Omit<OwnSession, 'by' | 'seen'> & {
  /** The snapshot of the database that it was read under. */
  seen?: string;
  by: OwnSession['by'] | 'token';
  program?: { name: string; role: Role };
};

/** What of a request sign-in looks at: its cookies, its browser, and where it came from. */
export function senderOf(headers: Headers, address: string): Headers {
  const sender = new Headers({ [ADDRESS_HEADER]: address });
  for (const name of ['cookie', 'user-agent']) {
    const value = headers.get(name);
    if (value !== null) sender.set(name, value);
  }
  return sender;
}

/** The session that a request carries, where it has not ended. */
export async function sessionIn(shops: Shops, sender: Headers): Promise<SignedIn | null> {
  if (!sender.has('cookie')) return null;
  const token = await authOf(shops).api.tokenOf({ headers: sender });
  return token === null ? null : ((await sessionOf(shops.everyShop, token)) ?? null);
}

/** Who came in, with the cookies that say so from now on. */
function cameIn(person: Pick<Person, 'id' | 'name'>, cookies: Response): Response {
  const response = answer({ id: person.id, name: person.name });
  for (const cookie of cookies.headers.getSetCookie()) response.headers.append('set-cookie', cookie);
  return response;
}

const begin = (ctx: Context, userId: string, by: OwnSession['by']): Promise<Response> =>
  authOf(ctx.shops).api.beginSession({ body: { userId, by }, headers: ctx.sender, asResponse: true });

/** Ends the session that a device had, so that one device has one. */
async function endOwn(ctx: Context): Promise<void> {
  if (!ctx.signedIn) return;
  const { internalAdapter } = await authOf(ctx.shops).$context;
  await internalAdapter.deleteSessions([ctx.signedIn.token]);
}

export const signInBody = z.strictObject({
  /** Of which shop, where the server has several. */
  shop: words(80, 1).optional(),
  name: words(60, 1),
  password: triedField,
});

const wrong = (shop?: string): Refusal => ({
  status: 403,
  message: `${shop === undefined ? 'The name' : 'The shop, the name'} or the password is not right. Names are as the shop writes them.`,
});

/**
 * By name and password, in a shop that is named where there are several. The same words whether it was the shop, the name or the
 * password, and whether they still work here.
 */
export async function signIn(
  outside: Context,
  { shop, name, password }: z.output<typeof signInBody>,
): Promise<Outcome<Response>> {
  const shopId =
    shop === undefined
      ? await onlyShop(outside.shops)
      : (await shopCalled(outside.shops.everyShop, shop))?.id;
  const tries = await counted(outside.shops, userName(shopId ?? null, name), outside.address);
  if (!tries.ok) return tries;
  if (shopId === undefined) return refused(wrong(shop));
  const ctx = await outside.within(shopId);
  const cookies = await authOf(ctx.shops).api.signInUsername({
    body: { username: userName(shopId, name), password },
    headers: ctx.sender,
    asResponse: true,
  });
  const person = ctx.people.find((one) => signInName(one.name) === signInName(name));
  if (cookies.status >= 500) throw new Error('signing in failed');
  if (!cookies.ok || !person?.active) {
    await noteDeed({ ...ctx, person: { name: name.slice(0, 60) } }, 'was turned away');
    return refused(wrong(shop));
  }
  await tries.value.forget();
  await endOwn(ctx);
  await noteDeed({ ...ctx, person }, 'came');
  return done(cameIn(person, cookies));
}

/** In a shop where nobody has a password yet: by one press, as whom one likes. */
export async function comeByPress(ctx: Context, id: number): Promise<Outcome<Response>> {
  if (!ctx.open)
    return refused({
      status: 403,
      message: 'People of this shop have passwords: sign in by name and password.',
    });
  const person = ctx.people.find((one) => one.id === id && one.active);
  if (!person) return missing('person');
  const userId = await userOf(ctx, person);
  await noteDeed({ ...ctx, person }, 'came by a press');
  return done(await comeAs(ctx, { ...person, userId }, 'press'));
}

/** At a device that is signed in, somebody else of the shop takes over by four digits. */
export async function takeOverByDigits(ctx: Context, id: number, digits: string): Promise<Outcome<Response>> {
  const person = ctx.people.find((one) => one.id === id && one.active);
  const ways = person && (await waysIn(ctx.db, person.id));
  if (!person || !ways) return missing('person');
  if (!ways.digits || !ways.userId)
    return refused({
      status: 403,
      message: `${person.name} has set no digits yet: sign in by password once, and set them under People.`,
    });
  const tries = await counted(ctx.shops, `digits of ${userName(ctx.shopId, person.name)}`, ctx.address);
  if (!tries.ok) return tries;
  if (!(await verifyPassword({ hash: ways.digits, password: digits }))) {
    await noteDeed({ ...ctx, person }, 'was turned away', 'by digits');
    return refused({ status: 403, message: `Those are not the digits of ${person.name}.` });
  }
  await tries.value.forget();
  await noteDeed({ ...ctx, person }, 'came by digits');
  return done(await comeAs(ctx, { ...person, userId: ways.userId }, 'digits'));
}

/** Ends the session of this device, and takes its cookie away. */
export async function signOut(ctx: Context): Promise<Response> {
  const cookies = await authOf(ctx.shops).api.signOut({ headers: ctx.sender, asResponse: true });
  await endOwn(ctx);
  await noteDeed(ctx, 'left');
  return cameIn(ctx.person, cookies);
}

/** One's sessions as one sees them: where, by what, since when. The tokens stay here. */
export async function ownSessions(ctx: Context) {
  const all = await sessionsOf(ctx.db, ctx.person.id);
  return all.map(({ token, createdAt, ...shown }) => ({
    ...shown,
    createdAt: createdAt.toISOString(),
    here: token === ctx.signedIn?.token,
  }));
}

export async function endSession(ctx: Context, id: string): Promise<Outcome<{ ended: string }>> {
  const one = (await sessionsOf(ctx.db, ctx.person.id)).find((session) => session.id === id);
  if (!one) return missing('session');
  const { internalAdapter } = await authOf(ctx.shops).$context;
  await internalAdapter.deleteSessions([one.token]);
  await noteDeed(ctx, 'ended a session');
  return done({ ended: id });
}

/** Whether a password is the person's own; true where they have none yet. Wrong ones are counted. */
export async function knowsPassword(ctx: Context, password: string): Promise<Outcome<null>> {
  if (!ctx.person.password) return done(null);
  const tries = await counted(ctx.shops, userName(ctx.shopId, ctx.person.name), ctx.address);
  if (!tries.ok) return tries;
  const { internalAdapter } = await authOf(ctx.shops).$context;
  const accounts = await internalAdapter.findAccounts(await userOf(ctx, ctx.person));
  const hash = accounts.find(({ providerId }) => providerId === 'credential')?.password;
  if (!hash || !(await verifyPassword({ hash, password })))
    return refused({ status: 403, message: 'The password that you have now is another.' });
  await tries.value.forget();
  return done(null);
}

/** A new password in place of one's own; every other session ends, and this one begins anew. */
export async function changePassword(
  ctx: Context,
  was: string,
  password: string,
): Promise<Outcome<Response>> {
  const knows = await knowsPassword(ctx, was);
  if (!knows.ok) return knows;
  const userId = await setPassword(ctx, ctx.person, password);
  await noteDeed(ctx, 'set a password');
  return done(cameIn(ctx.person, await begin(ctx, userId, 'password')));
}

/** Four digits to take over by at a device of the shop; whoever sets them says their password. */
export async function changeDigits(ctx: Context, password: string, digits: string): Promise<Outcome<Person>> {
  const knows = await knowsPassword(ctx, password);
  if (!knows.ok) return knows;
  await userOf(ctx, ctx.person);
  const person = await changePerson(ctx.db, ctx.person.id, { digits: await hashPassword(digits) });
  await noteDeed(ctx, 'set digits');
  return person ? done(person) : missing('person');
}

/** Signs in somebody who was made sure of, in place of whoever was on this device. */
export async function comeAs(
  ctx: Context,
  person: { id: number; name: string; userId: string },
  by: OwnSession['by'] = 'password',
): Promise<Response> {
  await endOwn(ctx);
  return cameIn(person, await begin(ctx, person.userId, by));
}

/** Opens the shop with its owner, who is signed in at once. */
export async function openHere(
  outside: Context,
  opening: z.output<typeof openingBody>,
): Promise<Outcome<Response>> {
  if (REACHED)
    return refused({
      status: 403,
      message:
        'Other machines reach this server: its owner is set on the machine itself, in a browser there before it is opened, or by VEXLO_OWNER.',
    });
  const opened = await openWithOwner(outside.shops, opening);
  if (!opened)
    return refused({ status: 403, message: 'This shop has people with passwords: its owner invites you.' });
  const { shopId, person } = opened;
  const ctx = await outside.within(shopId);
  await noteDeed({ ...ctx, person }, 'opened the shop');
  return done(await comeAs(ctx, person));
}
