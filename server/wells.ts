import { createHash } from 'node:crypto';
import { z } from 'zod';
import { oneOf } from '../core/format/fields';
import type { WellFile } from '../core/format/well';
import { fromPlatform } from '../core/statistics/platform';
import { wellOf } from '../core/statistics/well';
import { vehicleById } from '../data/documents';
import { addWell, deleteWell } from '../data/wells';
import { wellFrom } from '../formats/wellJson';
import { parseJson } from './body';
import type { Context } from './context';
import { begunOn } from './createJob';
import type { Reader } from './endpoint';
import { done, faulty, missing, type Outcome } from './errors';
import { importBuild } from './jobs';

/** A well's file as it came: what is in it beyond the format is left out. */
export const wellReader: Reader<WellFile> = {
  type: 'json',
  read: (bytes) => {
    const value = parseJson(bytes);
    if (!value.ok) return value;
    const read = wellFrom(value.value);
    return read.ok ? done(read.value) : faulty(read.faults);
  },
};

/** Where a well goes: into the pool of its body, or into a job as a new vehicle. */
export const wellQuery = z.strictObject({ into: oneOf(['pool', 'vehicle'] as const).default('pool') });

/** The well of a vehicle as a file, under the name of its body. */
export async function giveWell(
  { db, shop }: Pick<Context, 'db' | 'shop'>,
  vehicleId: number,
): Promise<Outcome<WellFile>> {
  const row = await vehicleById(db, vehicleId);
  if (!row) return missing('vehicle');
  if (row.platform === '')
    return faulty([
      {
        path: 'platform',
        message:
          'is not said yet; say in the head of the job which body this vehicle is: a well travels under its name',
      },
    ]);
  const well = wellOf(row.document, row.platform, shop.name);
  const read = wellFrom(well);
  return read.ok ? done(well) : faulty(read.faults);
}

/** Takes a well of another shop: into its body's pool, where the same one stands once, or as a new vehicle that begins from it. */
export async function takeWell(
  ctx: Context,
  well: WellFile,
  into: z.output<typeof wellQuery>['into'],
): Promise<Outcome<{ body: string; jobId?: number; known?: boolean }>> {
  const { body, from = '', vehicle } = well;
  if (into === 'vehicle') {
    const begun = fromPlatform(body, body, [{ name: from, elsewhere: true, vehicle }]);
    const made = await importBuild(ctx, begunOn(begun, ctx.shop), {
      title: `From the well of ${from || 'another shop'}`,
      status: 'measuring',
      platform: body,
    });
    return made.ok ? done({ body, jobId: made.value.jobId }) : made;
  }
  const hash = createHash('sha256').update(JSON.stringify(vehicle)).digest('hex');
  const stored = await addWell(ctx.db, { platform: body, hash, document: well, person: ctx.person.name });
  return done({ body, known: stored === undefined });
}

export async function removeWell({ db }: Pick<Context, 'db'>, id: number): Promise<Outcome<null>> {
  return (await deleteWell(db, id)) ? done(null) : missing('well');
}
