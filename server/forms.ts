import type { AxleName } from '../core/format/build';
import type { Queryable } from '../data/client';
import { vehicleById } from '../data/documents';
import { jobById } from '../data/jobs';
import { shopSettings } from '../data/shop';
import { measuringForm } from '../formats/measuringForm';
import type { Paper } from '../formats/paper';
import { done, missing, type Outcome } from './errors';

/** The measuring form of a job's vehicle, as PDF. */
export async function formOfJob(
  db: Queryable,
  jobId: number,
  axle: AxleName,
  paper: Paper,
): Promise<Outcome<{ name: string; bytes: Uint8Array }>> {
  const job = await jobById(db, jobId);
  const vehicle = job && (await vehicleById(db, job.vehicleId));
  if (!vehicle) return missing('job');
  const shop = await shopSettings(db);
  const bytes = await measuringForm(
    {
      vehicle: vehicle.label,
      job: job.number,
      axle,
      stockTire: vehicle.document.stock.tire.code,
      shop: shop?.name ?? '',
    },
    paper,
  );
  return done({ name: `${job.number.toLowerCase()}-measuring-${axle}.pdf`, bytes });
}
