import type { VehicleFile } from '../core/format/build';
import type { Queryable } from '../data/client';
import { vehicleById, type StageRow } from '../data/documents';
import { jobById } from '../data/jobs';

export { buildFileOf } from './judge/columns';

/** What a stage is called where its own words are not at hand. */
export const stageName = ({ label, position }: Pick<StageRow, 'label' | 'position'>): string =>
  position === 0 ? 'As delivered' : label || `Stage ${position}`;

export async function vehicleOfStage(
  db: Queryable,
  stage: Pick<StageRow, 'jobId'>,
): Promise<VehicleFile | undefined> {
  const job = await jobById(db, stage.jobId);
  return job ? (await vehicleById(db, job.vehicleId))?.document : undefined;
}
