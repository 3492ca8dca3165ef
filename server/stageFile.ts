import type { VehicleFile } from '../core/format/build';
import type { Queryable } from '../data/client';
import { vehicleOfJob, type StageRow } from '../data/documents';

export { buildFileOf } from './judge/columns';

/** What a stage is called where its own words are not at hand. */
export const stageName = ({ label, position }: Pick<StageRow, 'label' | 'position'>): string =>
  position === 0 ? 'As delivered' : label || `Stage ${position}`;

export async function vehicleOfStage(
  db: Queryable,
  stage: Pick<StageRow, 'jobId'>,
): Promise<VehicleFile | undefined> {
  return (await vehicleOfJob(db, stage.jobId))?.document;
}
