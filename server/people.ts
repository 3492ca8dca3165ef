import { z } from 'zod';
import { oneOf, words } from '../core/format/fields';
import { LEAST_PASSWORD, MOST_PASSWORD, ROLES, shownName, signInName } from '../core/people/rights';
import { addPerson, changePerson, type Person } from '../data/people';
import { isSoonTried } from './accounts/wellKnown';
import { noteDeed } from './accounts/deeds';
import { makeLink, refuseLastOwner } from './accounts/entry';
import type { Context } from './context';
import { done, faulty, missing, refused, type Outcome } from './errors';

const nameField = words(60, 1).refine((name) => signInName(name) !== '', { error: 'is empty; write a name' });

/** A password as it is set: any characters, and long instead of odd. */
export const passwordField = z
  .string({ error: 'is no text' })
  .min(LEAST_PASSWORD, {
    error: `is shorter than ${LEAST_PASSWORD} characters; four common words are enough`,
  })
  .max(MOST_PASSWORD, { error: `is longer than ${MOST_PASSWORD} characters` })
  .refine((password) => password.length < LEAST_PASSWORD || !isSoonTried(password), {
    error: 'is among the first that are tried; put four words together that nobody else would',
  });
/** A password as it is tried. */
export const triedField = z.string({ error: 'is no text' }).max(MOST_PASSWORD, { error: 'is too long' });
export const digitsField = z.string().regex(/^\d{4}$/, { error: 'is not four digits' });

export const preferencesBody = z
  .strictObject({
    units: z.enum(['metric', 'inch']).optional(),
    theme: z.enum(['auto', 'light', 'dark']).optional(),
  })
  .refine((given) => Object.keys(given).length > 0, { error: 'is empty; give units or theme' });

/** Remembers how a person wants to read: oneself alone. */
export async function changePreferences(
  { db, person }: Context,
  id: number,
  preferences: z.output<typeof preferencesBody>,
): Promise<Outcome<Person>> {
  if (id !== person.id)
    return refused({ status: 403, message: 'How others read is theirs to say; change your own.' });
  const changed = await changePerson(db, id, preferences);
  return changed ? done(changed) : missing('person');
}

export const newPersonBody = z.strictObject({ name: nameField, role: oneOf(ROLES) });

/** One more person of the shop, and the link by which they set their password. */
export async function newPerson(
  ctx: Context,
  { name, role }: z.output<typeof newPersonBody>,
): Promise<Outcome<{ id: number; secret: string; expiresAt: string }>> {
  const clean = shownName(name);
  const taken = (): Outcome<never> =>
    faulty([{ path: 'name', message: `is the name of somebody here already; add what tells them apart` }]);
  if (ctx.people.some((one) => signInName(one.name) === signInName(clean))) return taken();
  const person = await addPerson(ctx.db, clean, role);
  if (!person) return taken();
  await noteDeed(ctx, 'added a person', `${clean}, ${role}`);
  return done({ id: person.id, ...(await makeLink(ctx, { id: person.id, name: clean })) });
}

export const standingBody = z
  .strictObject({ role: oneOf(ROLES).optional(), active: z.boolean().optional() })
  .refine((given) => Object.keys(given).length > 0, { error: 'is empty; give role or active' });

/** What somebody is, or whether they work here still. */
export async function changeStanding(
  ctx: Context,
  id: number,
  change: z.output<typeof standingBody>,
): Promise<Outcome<Person>> {
  if ((change.role !== undefined && change.role !== 'owner') || change.active === false) {
    const safe = refuseLastOwner(ctx, id);
    if (!safe.ok) return safe;
  }
  const changed = await changePerson(ctx.db, id, change);
  if (!changed) return missing('person');
  await noteDeed(
    ctx,
    'changed a person',
    `${changed.name}: ${changed.role}${changed.active ? '' : ', left'}`,
  );
  return done(changed);
}

/** A link by which somebody of the shop sets a password anew: whoever forgot theirs. */
export async function linkFor(
  ctx: Context,
  id: number,
): Promise<Outcome<{ secret: string; expiresAt: string }>> {
  const person = ctx.people.find((one) => one.id === id && one.active);
  return person ? done(await makeLink(ctx, person)) : missing('person');
}
