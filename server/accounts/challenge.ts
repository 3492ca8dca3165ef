import { randomBytes, timingSafeEqual } from 'node:crypto';
import { addMinutes } from 'date-fns';
import { spendChallenge } from '../../data/passkeys';
import type { Context } from '../context';
import { sealOf } from '../secret';
import { hashOfSecret } from './entry';

/** As long as somebody has to find their finger, a phone or a key. */
const MINUTES = 5;

const sealed = (text: string): string => sealOf(`passkey challenge ${text}`, 'base64url');

/**
 * A challenge for a purpose, with its end and this server's seal on it: asked for a thousand times, it is stored nowhere, and any
 * process of the shop knows it again.
 */
export function newChallenge(purpose: string, now: Date): Uint8Array<ArrayBuffer> {
  const text = `${purpose}.${addMinutes(now, MINUTES).getTime()}.${randomBytes(18).toString('base64url')}`;
  return Uint8Array.from(Buffer.from(`${text}.${sealed(text)}`));
}

/** Whether a challenge was made here for that purpose and has not ended; answered once, it is spent. */
export async function isAnswered(
  { shops, now }: Pick<Context, 'shops' | 'now'>,
  purpose: string,
  challenge: string,
): Promise<boolean> {
  const given = Buffer.from(challenge, 'base64url').toString();
  const at = given.lastIndexOf('.');
  const text = given.slice(0, at);
  const seal = Buffer.from(given.slice(at + 1));
  const own = Buffer.from(sealed(text));
  if (at < 0 || seal.length !== own.length || !timingSafeEqual(seal, own)) return false;
  const [of, end] = text.split('.');
  if (of !== purpose || !(Number(end) > now.getTime())) return false;
  return spendChallenge(shops.everyShop, hashOfSecret(given), new Date(Number(end)), now);
}
