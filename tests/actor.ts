import type { Database } from '../data/client';
import type { z } from 'zod';
import { faultsOf } from '../core/format/fields';
import { contextAs, type Context, type Shops } from '../server/context';
import { faulty, type Outcome } from '../server/errors';
import type { Actor } from '../server/versioned';

/** Somebody who does something in a test. */
export const as = (db: Database, name = 'Ansa'): Actor => ({ db, person: { name }, now: new Date() });

/** A request's context, of nobody in particular. */
export const contextIn = (shops: Shops, name = 'Ansa'): Promise<Context> => contextAs(shops, 1, name);

/** What came of something that has to go well. */
export { held as value } from './held';

/** What an endpoint does with a body: checked by its schema first, refused by field where it is faulty. */
export async function sent<Body, T>(
  schema: z.ZodType<Body>,
  body: unknown,
  run: (body: Body) => Promise<Outcome<T>>,
): Promise<Outcome<T>> {
  const read = schema.safeParse(body);
  return read.success ? run(read.data) : faulty(faultsOf(schema, read.error.issues));
}
