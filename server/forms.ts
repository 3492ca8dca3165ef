import { z } from 'zod';
import { faultsOf, oneOf, withoutExtensions } from '../core/format/fields';
import { AXLES, type AxleName } from '../core/format/names';
import { vehicleById } from '../data/documents';
import { jobById } from '../data/jobs';
import { cardPlan } from '../core/photogrammetry/cardPlan';
import { vehicleSchema } from '../core/format/vehicle';
import { cardsPdf } from '../formats/cardsPdf';
import { measuringForm } from '../formats/measuringForm';
import { PAPER_NAMES, type Paper } from '../formats/paper';
import type { Context } from './context';
import { done, faulty, missing, type Outcome } from './errors';

export const formQuery = z.strictObject({
  axle: oneOf(AXLES).default('front'),
  paper: oneOf(PAPER_NAMES).default('a4'),
});

/** A job with its vehicle; undefined where there is none. */
async function vehicleOfJob(db: Context['db'], jobId: number) {
  const job = await jobById(db, jobId);
  const vehicle = job && (await vehicleById(db, job.vehicleId));
  return vehicle && { job, vehicle };
}

/** The measuring form of a job's vehicle, as PDF. */
export async function formOfJob(
  { db, shop }: Pick<Context, 'db' | 'shop'>,
  jobId: number,
  axle: AxleName,
  paper: Paper,
): Promise<Outcome<{ name: string; bytes: Uint8Array }>> {
  const found = await vehicleOfJob(db, jobId);
  if (!found) return missing('job');
  const { job, vehicle } = found;
  const bytes = await measuringForm(
    {
      vehicle: vehicle.label,
      job: job.number,
      axle,
      stockTire: vehicle.document.stock.tire.code,
      shop: shop.name,
    },
    paper,
  );
  return done({ name: `${job.number.toLowerCase()}-measuring-${axle}.pdf`, bytes });
}

/** The cards of a photo round of a job's vehicle, as PDF at true size. */
export async function cardsOfJob(
  { db, shop }: Pick<Context, 'db' | 'shop'>,
  jobId: number,
  axle: AxleName,
  paper: Paper,
): Promise<Outcome<{ name: string; bytes: Uint8Array }>> {
  const found = await vehicleOfJob(db, jobId);
  if (!found) return missing('job');
  const { job, vehicle } = found;
  const read = vehicleSchema.safeParse(withoutExtensions(vehicle.document));
  if (!read.success) return faulty(faultsOf(vehicleSchema, read.error.issues));
  const bytes = await cardsPdf(
    { vehicle: vehicle.label, axle, shop: shop.name },
    cardPlan(read.data.corners[axle]),
    paper,
  );
  return done({ name: `${job.number.toLowerCase()}-cards-${axle}.pdf`, bytes });
}
