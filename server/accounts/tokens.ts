import { addDays } from 'date-fns';
import type { z } from 'zod';
import { programName, TOKEN_PREFIX, type apiTokenBody, type TokenUse } from '../../core/people/apiToken';
import {
  addToken,
  allTokens,
  noteTokenUsed,
  takeBackToken,
  tokenBy,
  type ApiTokenRow,
} from '../../data/apiTokens';
import { now } from '../clock';
import type { Context, Shops } from '../context';
import { done, missing, type Outcome } from '../errors';
import { noteDeed } from './deeds';
import { hashOfSecret, newSecret } from './entry';
import type { SignedIn } from './sessions';

/** A program as the owner sees it; never what lets it in. */
export type TokenLine = Pick<ApiTokenRow, 'id' | 'name' | 'use' | 'role' | 'madeBy'> & {
  madeAt: string;
  expiresAt: string;
  takenBackAt: string | null;
  usedAt: string | null;
};

const lineOf = ({
  id,
  name,
  use,
  role,
  madeBy,
  madeAt,
  expiresAt,
  takenBackAt,
  usedAt,
}: ApiTokenRow): TokenLine => ({
  id,
  name,
  use,
  role,
  madeBy,
  madeAt: madeAt.toISOString(),
  expiresAt: expiresAt.toISOString(),
  takenBackAt: takenBackAt?.toISOString() ?? null,
  usedAt: usedAt?.toISOString() ?? null,
});

export const listTokens = async (ctx: Context): Promise<TokenLine[]> => (await allTokens(ctx.db)).map(lineOf);

/** Lets a program in; its secret is told once. */
export async function makeToken(
  ctx: Context,
  { name, use, role, days }: z.output<typeof apiTokenBody>,
): Promise<{ token: TokenLine; secret: string }> {
  const secret = TOKEN_PREFIX + newSecret();
  const row = await addToken(ctx.db, {
    name: name.trim(),
    use,
    role: use === 'calendar' ? 'viewer' : role,
    secretHash: hashOfSecret(secret),
    madeBy: ctx.person.name,
    madeAt: ctx.now,
    expiresAt: addDays(ctx.now, days),
  });
  await noteDeed(ctx, 'made a token', `${row.name}: ${use === 'calendar' ? 'calendars' : row.role}`);
  return { token: lineOf(row), secret };
}

export async function endToken(ctx: Context, id: number): Promise<Outcome<TokenLine>> {
  const row = await takeBackToken(ctx.db, id, ctx.now);
  if (!row) return missing('program that is still let in');
  await noteDeed(ctx, 'took a token back', row.name);
  return done(lineOf(row));
}

/**
 * What a request carries for a program: in its head (`Authorization: Bearer …`), or, for the calendars alone, whose programs send
 * no heads, in the address.
 */
function secretIn(
  headers: Headers,
  { pathname, searchParams }: URL,
): { secret: string; use: TokenUse } | null {
  if (!pathname.startsWith('/api/')) return null;
  const bearer = /^Bearer +(\S+)$/i.exec(headers.get('authorization') ?? '')?.[1];
  if (bearer !== undefined) return { secret: bearer, use: 'api' };
  const inAddress = pathname.endsWith('.ics') ? searchParams.get('token') : null;
  return inAddress === null ? null : { secret: inAddress, use: 'calendar' };
}

/** The program that a request comes from; null where it is none that is let in, undefined where it carries no token. */
export async function programIn(
  shops: Shops,
  headers: Headers,
  address: URL,
): Promise<SignedIn | null | undefined> {
  const carried = secretIn(headers, address);
  if (!carried) return undefined;
  const at = now();
  const row = await tokenBy(shops.everyShop, hashOfSecret(carried.secret), at);
  if (row?.use !== carried.use) return null;
  await noteTokenUsed(shops.ofShop(row.shopId), row.id, at);
  const { shopId, role } = row;
  const program = { name: programName(row.name), role };
  return { shopId, personId: 0, id: `token ${row.id}`, token: '', by: 'token', program };
}
