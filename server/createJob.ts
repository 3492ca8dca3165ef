import { z } from 'zod';
import type { BuildFile } from '../core/format/build';
import { faultsOf, words } from '../core/format/fields';
import { fromPlatform } from '../core/statistics/platform';
import { asDelivered } from '../core/vehicle/asDelivered';
import { starterFile } from '../core/vehicle/starter';
import type { Database } from '../data/client';
import { vehiclesOfPlatforms } from '../data/jobs';
import { faulty, type Outcome } from './errors';
import { importBuild, type NewJob } from './jobs';
import { currentShop } from './shop';
import { starterSchema } from '../core/format/starter';

const beginHead = { customer: words(120).optional(), title: words(120, 1) };
const beginBody = z.strictObject({
  vehicle: starterSchema,
  platform: words(80).optional(),
  ...beginHead,
});
const platformBody = z.strictObject({ fromPlatform: words(80, 1), label: words(120, 1), ...beginHead });

/** A new job on a vehicle of a body that the shop has measured: it begins from what is known of that body, marked so. */
async function beginFromPlatform(
  db: Database,
  body: unknown,
  person: string,
): Promise<Outcome<{ jobId: number; stageId: number }>> {
  const read = platformBody.safeParse(body);
  if (!read.success) return faulty(faultsOf(platformBody, read.error.issues));
  const { fromPlatform: platform, label, title, customer } = read.data;
  const known = await vehiclesOfPlatforms(db, platform);
  if (known.length === 0)
    return faulty([
      {
        path: 'fromPlatform',
        message: `"${platform}" is no body that was measured here; begin from its figures`,
      },
    ]);
  const vehicle = fromPlatform(
    platform,
    label,
    known.map(({ document }) => document),
  );
  const { rules } = (await currentShop(db)).settings;
  const file: BuildFile = {
    format: 'vexlo/build',
    version: 1,
    vehicle,
    package: asDelivered(vehicle),
    use: { rules },
  };
  return importBuild(db, { ...file, package: { ...file.package, label: 'Stage 1' } }, person, {
    title,
    platform,
    status: 'measuring',
    ...(customer ? { customer } : {}),
  });
}

/** A new job on a vehicle that is about to be measured: everything in its wells estimated, and marked so. */
export async function createJob(
  db: Database,
  body: unknown,
  person: string,
): Promise<Outcome<{ jobId: number; stageId: number }>> {
  if (typeof body === 'object' && body !== null && 'fromPlatform' in body)
    return beginFromPlatform(db, body, person);
  const read = beginBody.safeParse(body);
  if (!read.success) return faulty(faultsOf(beginBody, read.error.issues));
  const { vehicle, customer, title, platform = '' } = read.data;
  const job: NewJob = { title, platform, status: 'measuring', ...(customer ? { customer } : {}) };
  // A job that begins here is held to the rules that the shop has today.
  const { rules } = (await currentShop(db)).settings;
  return importBuild(db, { ...starterFile(vehicle), use: { rules } }, person, job);
}
