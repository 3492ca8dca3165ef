import { z } from 'zod';
import type { BuildFile, VehicleFile } from '../core/format/build';
import { faultsOf, words } from '../core/format/fields';
import { fromPlatform } from '../core/statistics/platform';
import { asDelivered } from '../core/vehicle/asDelivered';
import { starterFile } from '../core/vehicle/starter';
import { poolMembers } from '../data/wells';
import { parseJson } from './body';
import type { Context } from './context';
import type { Reader } from './endpoint';
import { done, faulty, type Outcome } from './errors';
import { importBuild } from './jobs';
import { starterSchema } from '../core/format/starter';

const jobWords = { customer: words(120).optional(), title: words(120, 1) };
const newVehicleBody = z.strictObject({
  vehicle: starterSchema,
  platform: words(80).optional(),
  ...jobWords,
});
const fromPlatformBody = z.strictObject({ fromPlatform: words(80, 1), label: words(120, 1), ...jobWords });

/** A new job's body in one of its two forms: told apart by `fromPlatform`, so that a fault speaks of the form that was meant. */
export const newJobBody: Reader<NewJobBody> = {
  type: 'json',
  schemas: [newVehicleBody, fromPlatformBody],
  read: (bytes) => {
    const value = parseJson(bytes);
    if (!value.ok) return value;
    const known = typeof value.value === 'object' && value.value !== null && 'fromPlatform' in value.value;
    const schema = known ? fromPlatformBody : newVehicleBody;
    const read = schema.safeParse(value.value);
    return read.success ? done(read.data) : faulty(faultsOf(schema, read.error.issues));
  },
};
type NewJobBody = z.output<typeof newVehicleBody> | z.output<typeof fromPlatformBody>;

/** The file of a vehicle of a body that the shop has measured: it begins from what is known of that body, marked so. */
async function fileFromPlatform(
  { db, shop }: Context,
  { fromPlatform: platform, label }: z.output<typeof fromPlatformBody>,
): Promise<Outcome<BuildFile>> {
  const known = await poolMembers(db, platform);
  if (known.length === 0)
    return faulty([
      {
        path: 'fromPlatform',
        message: `"${platform}" is no body that was measured here; begin from its figures`,
      },
    ]);
  return done(begunOn(fromPlatform(platform, label, known), shop));
}

/** A vehicle with a first stage that changes nothing yet; held to the rules that the shop has today. */
export const begunOn = (vehicle: VehicleFile, shop: Context['shop']): BuildFile => ({
  format: 'vexlo/build',
  version: 1,
  vehicle,
  package: { ...asDelivered(vehicle), label: 'Stage 1' },
  use: { rules: shop.settings.rules },
});

/** A new job on a vehicle that is about to be measured: everything in its wells estimated, and marked so. */
export async function createJob(
  ctx: Context,
  body: NewJobBody,
): Promise<Outcome<{ jobId: number; stageId: number }>> {
  const { customer, title } = body;
  const job = { title, status: 'measuring' as const, ...(customer ? { customer } : {}) };
  if ('fromPlatform' in body) {
    const file = await fileFromPlatform(ctx, body);
    return file.ok ? importBuild(ctx, file.value, { ...job, platform: body.fromPlatform }) : file;
  }
  const { vehicle, platform = '' } = body;
  const { rules } = ctx.shop.settings;
  return importBuild(ctx, { ...starterFile(vehicle), use: { rules } }, { ...job, platform });
}
