import {
  generateAuthenticationOptions,
  generateRegistrationOptions,
  verifyAuthenticationResponse,
  verifyRegistrationResponse,
} from '@simplewebauthn/server';
import type { z } from 'zod';
import { noPasskeysAt } from '../../core/people/passkeyAddress';
import type { newPasskeyBody, PasskeyAnswer, PasskeyLine } from '../../core/people/passkey';
import {
  addPasskey,
  dropPasskey,
  notePasskeyUsed,
  passkeyCalled,
  passkeysOf,
  type PasskeyRow,
} from '../../data/passkeys';
import type { Context } from '../context';
import { done, missing, refused, type Outcome } from '../errors';
import { isAnswered, newChallenge } from './challenge';
import { noteDeed } from './deeds';
import { userOf } from './entry';
import { comeAs, knowsPassword } from './sessions';
import { counted } from './tries';

/** As many a person may have: a phone, a laptop, two keys, and room. */
const MOST = 20;
const COME = 'come';
const makeFor = (personId: number): string => `make ${personId}`;

const lineOf = ({ id, label, madeAt, usedAt }: PasskeyRow): PasskeyLine => ({
  id,
  label,
  madeAt: madeAt.toISOString(),
  usedAt: usedAt?.toISOString() ?? null,
});

/** The name that browsers tie passkeys to; refused, with the cure, where the shop is reached by none. */
function placeOf({ origin }: Pick<Context, 'origin'>): Outcome<{ rpID: string; origin: string }> {
  const { protocol, hostname, origin: plain } = new URL(origin);
  const why = noPasskeysAt({ protocol, hostname });
  if (why !== null) return refused({ status: 403, message: why });
  return done({ rpID: hostname, origin: plain });
}

export const ownPasskeys = async ({ db, person }: Pick<Context, 'db' | 'person'>): Promise<PasskeyLine[]> =>
  (await passkeysOf(db, person.id)).map(lineOf);

/** What a device is asked that is to sign in: by whichever passkey of this shop it holds. */
export async function askToCome(ctx: Context) {
  const place = placeOf(ctx);
  if (!place.ok) return place;
  const options = await generateAuthenticationOptions({
    rpID: place.value.rpID,
    challenge: newChallenge(COME, ctx.now),
    userVerification: 'required',
  });
  return done(options);
}

/** What a device is asked that is to make a passkey; of whoever knows their password, so not of a device that was left lying. */
export async function askToMake(ctx: Context, password: string) {
  const place = placeOf(ctx);
  if (!place.ok) return place;
  const knows = await knowsPassword(ctx, password);
  if (!knows.ok) return knows;
  const { db, person, shop, now } = ctx;
  const known = await passkeysOf(db, person.id);
  if (known.length >= MOST)
    return refused({ status: 403, message: `You have ${MOST} passkeys; end one that you no longer use.` });
  const userId = await userOf(ctx, person);
  const options = await generateRegistrationOptions({
    rpName: shop.name,
    rpID: place.value.rpID,
    userName: person.name,
    userDisplayName: person.name,
    userID: Uint8Array.from(Buffer.from(userId)),
    challenge: newChallenge(makeFor(person.id), now),
    attestationType: 'none',
    excludeCredentials: known.map(({ credential, transports }) => ({ id: credential, transports })),
    authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
  });
  return done(options);
}

/** What a check of an answer says; undefined where it finds something wrong, which it throws. */
async function checked<T extends { verified: boolean }>(check: Promise<T>): Promise<T | undefined> {
  try {
    const found = await check;
    return found.verified ? found : undefined;
  } catch {
    return undefined;
  }
}

export async function makePasskey(
  ctx: Context,
  { label, answer }: z.output<typeof newPasskeyBody>,
): Promise<Outcome<PasskeyLine>> {
  const place = placeOf(ctx);
  if (!place.ok) return place;
  const { db, person, now } = ctx;
  const found = await checked(
    verifyRegistrationResponse({
      response: answer,
      expectedChallenge: (challenge) => isAnswered(ctx, makeFor(person.id), challenge),
      expectedOrigin: place.value.origin,
      expectedRPID: place.value.rpID,
    }),
  );
  if (!found?.registrationInfo)
    return refused({
      status: 403,
      message: 'The passkey was not made: it took too long, or was not asked for here. Try again.',
    });
  const { id, publicKey, counter } = found.registrationInfo.credential;
  const row = await addPasskey(db, {
    personId: person.id,
    credential: id,
    publicKey: Buffer.from(publicKey),
    counter,
    transports: answer.response.transports ?? [],
    label: label.trim(),
    madeAt: now,
  });
  if (!row) return refused({ status: 403, message: 'This passkey is known already.' });
  await noteDeed(ctx, 'made a passkey', row.label);
  return done(lineOf(row));
}

const NOT_KNOWN =
  'This passkey opens nothing here: it was ended, or is of another shop. Sign in by password.';
const NOT_TAKEN = 'The passkey was not taken: it took too long, or was asked for elsewhere. Try again.';

/** By a passkey: at the door, or in place of whoever is signed in on this device. */
export async function comeByPasskey(outside: Context, answer: PasskeyAnswer): Promise<Outcome<Response>> {
  const place = placeOf(outside);
  if (!place.ok) return place;
  const tries = await counted(
    outside.shops,
    `passkey ${answer.id}`,
    outside.address,
    'or sign in by password',
  );
  if (!tries.ok) return tries;
  const known = await passkeyCalled(outside.shops.everyShop, answer.id);
  if (!known?.userId) return refused({ status: 403, message: NOT_KNOWN });
  const { key, name, userId } = known;
  const ctx = await outside.within(key.shopId);
  const person = { id: key.personId, name, userId };
  const found = await checked(
    verifyAuthenticationResponse({
      response: answer,
      expectedChallenge: (challenge) => isAnswered(outside, COME, challenge),
      expectedOrigin: place.value.origin,
      expectedRPID: place.value.rpID,
      credential: {
        id: key.credential,
        publicKey: Uint8Array.from(key.publicKey),
        counter: key.counter,
      },
    }),
  );
  const counter = found?.authenticationInfo.newCounter ?? 0;
  if (!found || !(await notePasskeyUsed(ctx.db, key.id, { counter, usedAt: ctx.now }))) {
    await noteDeed({ ...ctx, person }, 'was turned away', 'by a passkey');
    return refused({ status: 403, message: NOT_TAKEN });
  }
  await tries.value.forget();
  await noteDeed({ ...ctx, person }, 'came by a passkey', key.label);
  return done(await comeAs(ctx, person, 'passkey'));
}

export async function endPasskey(ctx: Context, id: number): Promise<Outcome<PasskeyLine>> {
  const row = await dropPasskey(ctx.db, ctx.person.id, id);
  if (!row) return missing('passkey of yours');
  await noteDeed(ctx, 'took a passkey back', row.label);
  return done(lineOf(row));
}
